import { byRatio, straight } from '@/ui/axis'

/** Where things stand on the texture map: across by crispness 0 to 100, up by the logarithm of height. */
export const THIN_MM = 2.2
export const THICK_MM = 36

export interface Frame {
  width: number
  height: number
  left: number
  bottom: number
}

const across = (f: Frame) => straight([0, 100], [f.left, f.width])
const up = (f: Frame) => byRatio([THIN_MM, THICK_MM], [f.height - f.bottom, 0])

export const xOf = (crisp: number, f: Frame): number => across(f)(crisp)
export const yOf = (mm: number, f: Frame): number => up(f)(mm)

/** The place under a point of the drawing, held inside the map. */
export function placeAt(x: number, y: number, f: Frame): { crisp: number; height_mm: number } {
  return {
    crisp: Math.round(across(f).invert(x)),
    height_mm: Math.min(THICK_MM, Math.max(THIN_MM, Math.round(up(f).invert(y) * 10) / 10)),
  }
}
/** Steps of an arrow key across and up; with shift five at once. The server says how far a step is. */
export function stepsOf(key: string, far: boolean): { across: number; up: number } | null {
  const n = far ? 5 : 1
  const [across, up] =
    { ArrowLeft: [-n, 0], ArrowRight: [n, 0], ArrowUp: [0, n], ArrowDown: [0, -n] }[key] ?? []
  return across === undefined || up === undefined ? null : { across, up }
}
