/** What is typed into a box as a number; null is "left open". A comma is a point. NaN is told at the box. */
export function typed(text: string | number | null | undefined): number | null {
  if (text === null || text === undefined) return null
  const plain = String(text).trim().replace(',', '.')
  if (plain === '' || plain === '?') return null
  return /^-?\d*\.?\d+$/.test(plain) ? Number(plain) : NaN
}

/** The number typed, or what stood there before where it is none or below zero. */
export function orBefore(text: string, before: number): number {
  const found = typed(text)
  return found === null || Number.isNaN(found) || found < 0 ? before : found
}
