/** Where things stand on the texture map: across by crispness 0 to 100, up by the logarithm of height. */
export const THIN_MM = 2.2
export const THICK_MM = 36

export interface Frame {
  width: number
  height: number
  left: number
  bottom: number
}

const span = Math.log(THICK_MM / THIN_MM)

export function xOf(crisp: number, f: Frame): number {
  return f.left + (crisp / 100) * (f.width - f.left)
}
export function yOf(mm: number, f: Frame): number {
  const up = Math.log(Math.min(Math.max(mm, THIN_MM), THICK_MM) / THIN_MM) / span
  return (f.height - f.bottom) * (1 - up)
}
/** The place under a point of the drawing, held inside the map. */
export function placeAt(x: number, y: number, f: Frame): { crisp: number; height_mm: number } {
  const across = Math.min(1, Math.max(0, (x - f.left) / (f.width - f.left)))
  const up = Math.min(1, Math.max(0, 1 - y / (f.height - f.bottom)))
  return {
    crisp: Math.round(across * 100),
    height_mm: Math.min(THICK_MM, Math.max(THIN_MM, Math.round(THIN_MM * Math.exp(up * span) * 10) / 10)),
  }
}
/** One step of an arrow key: 2 across, or 4 % of the height; with shift five times that. */
export function nudged(
  place: { crisp: number; height_mm: number },
  key: string,
  far: boolean,
): { crisp: number; height_mm: number } | null {
  const n = far ? 5 : 1
  const by = { ArrowLeft: [-2, 0], ArrowRight: [2, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key]
  if (!by) return null
  const crisp = Math.min(100, Math.max(0, place.crisp + (by[0] ?? 0) * n))
  const step = Math.max(0.1, place.height_mm * 0.04)
  const height = place.height_mm + (by[1] ?? 0) * n * step
  return { crisp, height_mm: Math.min(THICK_MM, Math.max(THIN_MM, Math.round(height * 10) / 10)) }
}
