import type { Draft } from './useDough'

export type Side = 'mine' | 'theirs'

/** My draft with their side of the chosen lines and process fields put in. A line gone on the chosen side goes. */
export function merge(
  mine: Draft,
  theirs: Draft,
  lines: Readonly<Record<string, Side>>,
  process: Readonly<Record<string, Side>>,
): Draft {
  const take = (id: string): Side => lines[id] ?? 'mine'
  const other = new Map((theirs.lines ?? []).map((x) => [x.id, x]))
  const merged = (mine.lines ?? []).flatMap((x) => {
    if (take(x.id) === 'mine') return [x]
    const replaced = other.get(x.id)
    return replaced ? [replaced] : []
  })
  const have = new Set((mine.lines ?? []).map((x) => x.id))
  for (const x of theirs.lines ?? []) {
    if (!have.has(x.id) && take(x.id) === 'theirs') merged.push(x)
  }
  const fields = Object.fromEntries(
    Object.entries(theirs.process ?? {}).filter(([name]) => process[name] === 'theirs'),
  )
  return { ...mine, lines: merged, process: { ...mine.process, ...fields } }
}
