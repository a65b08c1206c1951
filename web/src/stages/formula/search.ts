import MiniSearch from 'minisearch'

interface Named {
  name: string
  detail: string
  also: string
  group: string
  role: string
}

const indexes = new WeakMap<readonly Named[], MiniSearch>()

/** Every word typed must begin a word of the name, its other names, its group or its role; names first. */
export function search<T extends Named>(items: readonly T[], asked: string): T[] {
  if (words(asked).length === 0) return [...items]
  const found = indexOf(items).search(asked)
  return found.map((f) => items[f.id as number]).filter((i): i is T => i !== undefined)
}

function indexOf(items: readonly Named[]): MiniSearch {
  const known = indexes.get(items)
  if (known) return known
  const index = new MiniSearch({
    fields: ['name', 'rest'],
    tokenize: words,
    searchOptions: { prefix: true, combineWith: 'AND', boost: { name: 4 }, tokenize: words },
  })
  index.addAll(
    items.map((item, id) => ({
      id,
      name: item.name,
      rest: `${item.also} ${item.detail} ${item.group} ${item.role}`,
    })),
  )
  indexes.set(items, index)
  return index
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
