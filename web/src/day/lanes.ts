import type { Schemas } from '@/api/client'

export type Placed = Schemas['PlacedStep']

/** A lane as it is drawn: its name and the steps on it, each on a row of its own where they overlap. */
export interface Drawn {
  id: string
  name: string
  rows: number
  bars: { step: Placed; row: number }[]
}

/** Steps on their lanes, in the order a day is read: hands first, then machines, then what only waits. */
export function drawn(placed: Placed[], lanes: Schemas['Lane'][]): Drawn[] {
  const order = (id: string): number =>
    ['hands', 'mixer', 'oven', 'cold', 'tray'].findIndex((x) => id.startsWith(x))
  const named = [...lanes]
    .filter((l) => !l.id.startsWith('tray'))
    .sort((a, b) => order(a.id) - order(b.id))
    .map((l) =>
      laid(
        l.id,
        l.name,
        placed.filter((p) => p.lanes.includes(l.id) && p.end > p.start),
      ),
    )
  const waits = placed.filter((p) => p.lanes.length === 0 && p.end > p.start)
  return [...named, laid('waits', 'waits', waits)].filter((l) => l.bars.length > 0)
}

function laid(id: string, name: string, steps: Placed[]): Drawn {
  const ends: number[] = []
  const bars = [...steps]
    .sort((a, b) => a.start - b.start || a.end - b.end)
    .map((step) => {
      let row = ends.findIndex((end) => end <= step.start)
      if (row < 0) row = ends.push(0) - 1
      ends[row] = step.end
      return { step, row }
    })
  return { id, name, rows: Math.max(ends.length, 1), bars }
}

/** Marks of the hours between two minutes, as many as can be read. */
export function hourMarks(from: number, to: number, most = 9): number[] {
  const step = [30, 60, 120, 180, 240, 360, 720, 1440].find((s) => (to - from) / s <= most) ?? 2880
  const marks = []
  for (let m = Math.ceil(from / step) * step; m <= to; m += step) marks.push(m)
  return marks
}

/**
 * Where the day is looked at: long stretches in which nothing happens but a wait (a night in the fridge) are folded, so
 * that what has to be done can be read. Pieces of [from, to] minutes, in order.
 */
export function stretches(placed: Placed[], most = 100): [number, number][] {
  const busy = placed
    .filter((p) => p.end > p.start && (p.lanes.includes('hands') || p.end - p.start <= most))
    .map((p): [number, number] => [p.start, p.end])
    .sort((a, b) => a[0] - b[0])
  const found: [number, number][] = []
  for (const [a, b] of busy) {
    const last = found.at(-1)
    if (last && a - last[1] <= most) last[1] = Math.max(last[1], b)
    else found.push([a, b])
  }
  return found
}
