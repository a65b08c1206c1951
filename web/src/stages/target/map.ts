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
/** Steps of an arrow key across and up; with shift five at once. The server says how far a step is. */
export function stepsOf(key: string, far: boolean): { across: number; up: number } | null {
  const n = far ? 5 : 1
  const [across, up] =
    { ArrowLeft: [-n, 0], ArrowRight: [n, 0], ArrowUp: [0, n], ArrowDown: [0, -n] }[key] ?? []
  return across === undefined || up === undefined ? null : { across, up }
}
