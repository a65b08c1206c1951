interface Named {
  name: string
  detail: string
  also: string
  group: string
  role: string
}

/** Every word typed must begin a word of the name, its other names, its group or its role; names first. */
export function search<T extends Named>(items: readonly T[], asked: string): T[] {
  const wanted = words(asked)
  if (wanted.length === 0) return [...items]
  const scored = items.map((item) => {
    const name = words(item.name)
    const rest = words(`${item.also} ${item.detail} ${item.group} ${item.role}`)
    let score = 0
    for (const w of wanted) {
      if (name.some((n) => n.startsWith(w))) score += name[0]?.startsWith(w) ? 3 : 2
      else if (rest.some((n) => n.startsWith(w))) score += 1
      else return { item, score: 0 }
    }
    return { item, score }
  })
  return scored
    .filter((s) => s.score > 0)
    .sort((a, b) => b.score - a.score)
    .map((s) => s.item)
}

function words(text: string): string[] {
  return (
    text
      .toLowerCase()
      // A need is one word: “egg-free” is not “egg” and “free”.
      .replace(/\b(\w+)[\s-]free\b/g, '$1free')
      .replace(/\bno[\s-](\w+)/g, 'no$1')
      .split(/[\s,()'-]+/)
      .filter(Boolean)
  )
}
