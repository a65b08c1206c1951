/** How many millimetres the drawing shows across; it steps so that two cookies can be compared by eye. */
export const STEPS_MM = [110, 160, 220, 330, 660] as const

/** The share of the drawing a cookie may fill before the next step is taken. */
const FILL = 0.84

/** The smallest step in which the widest of these diameters fits; unknown ones are left out. */
export function scaleFor(diameters: readonly (number | null | undefined)[]): number {
  const widest = Math.max(0, ...diameters.filter((d): d is number => typeof d === 'number'))
  return STEPS_MM.find((step) => widest <= step * FILL) ?? STEPS_MM[STEPS_MM.length - 1] ?? 110
}

/** Points in mm as an SVG path in pixels: x from the middle, y up from the baseline. */
export function sidePath(
  points: readonly (readonly number[])[],
  view: { middle: number; base: number; perMm: number },
): string {
  if (points.length === 0) return ''
  const at = ([x = 0, y = 0]: readonly number[]): string =>
    `${(view.middle + x * view.perMm).toFixed(1)} ${(view.base - y * view.perMm).toFixed(1)}`
  return `M${points.map(at).join('L')}`
}

/** The same outline so many times as wide and as tall: for drawing a range, not for working one out. */
export function scaled(points: readonly (readonly number[])[], wide: number, tall: number): number[][] {
  return points.map(([x = 0, y = 0]) => [x * wide, y * tall])
}
