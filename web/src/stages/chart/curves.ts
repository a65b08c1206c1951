import type { Frame } from '@/cookie/useScrub'

export interface Curve {
  key: keyof Frame
  label: string
  unit: string
  ink: 'strong' | 'middle' | 'weak'
  dash?: string
}

export interface Panel {
  title: string
  unit: string
  curves: Curve[]
  /** A line across at a level that means something. */
  level?: { at: number; label: string }
  /** Second unit on the same panel, drawn on a scale of its own. */
  down?: boolean
}

export const PANELS: Panel[] = [
  {
    title: 'Temperature',
    unit: '°C',
    curves: [
      { key: 'core_c', label: 'core', unit: '°C', ink: 'strong' },
      { key: 'rim_c', label: 'rim', unit: '°C', ink: 'middle', dash: '6 3' },
      { key: 'base_c', label: 'base', unit: '°C', ink: 'weak', dash: '2 3' },
    ],
    level: { at: 71, label: '71 °C' },
  },
  {
    title: 'Diameter',
    unit: 'mm',
    curves: [{ key: 'diameter_mm', label: 'diameter', unit: 'mm', ink: 'strong' }],
  },
  {
    title: 'Height',
    unit: 'mm',
    curves: [{ key: 'height_mm', label: 'height', unit: 'mm', ink: 'strong' }],
  },
  {
    title: 'Moisture',
    unit: '%',
    curves: [
      { key: 'moisture_middle_pct', label: 'middle', unit: '%', ink: 'strong' },
      { key: 'moisture_rim_pct', label: 'rim', unit: '%', ink: 'middle', dash: '6 3' },
    ],
  },
  {
    title: 'Shade, dark down',
    unit: 'L*',
    curves: [
      { key: 'l_middle', label: 'middle', unit: 'L*', ink: 'strong' },
      { key: 'l_rim', label: 'rim', unit: 'L*', ink: 'middle', dash: '6 3' },
      { key: 'l_base', label: 'base', unit: 'L*', ink: 'weak', dash: '2 3' },
    ],
  },
]

/** Labels at line ends pushed apart so that none covers another; keeps their order. */
export function apart(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y)
  order.forEach((o, n) => {
    const before = order[n - 1]
    o.y = Math.max(o.y, before ? before.y + gap : low)
  })
  for (let n = order.length - 1; n >= 0; n--) {
    const after = order[n + 1]
    const here = order[n]
    if (here) here.y = Math.min(here.y, after ? after.y - gap : high)
  }
  const out: number[] = []
  for (const o of order) out[o.i] = o.y
  return out
}
