import { scaleLinear, scaleLog } from 'd3-scale'

type Ends = readonly [number, number]

/** A straight scale from figures to pixels, held at its ends. */
export const straight = (figures: Ends, pixels: Ends) => scaleLinear(figures, pixels).clamp(true)

/** The same without the hold: what lies beyond is drawn beyond. */
export const open = (figures: Ends, pixels: Ends) => scaleLinear(figures, pixels)

/** A scale on which equal ratios are equal steps. */
export const byRatio = (figures: Ends, pixels: Ends) => scaleLog(figures, pixels).clamp(true)

/** Round ends for an axis that holds these values, and a few marks between. */
export function axis(values: readonly number[], marks = 3): { low: number; high: number; ticks: number[] } {
  const low = Math.min(...values)
  const high = Math.max(...values, low + 1e-6)
  const scale = scaleLinear([low, high], [0, 1]).nice(marks)
  const [from = low, to = high] = scale.domain()
  return { low: from, high: to, ticks: scale.ticks(marks) }
}
