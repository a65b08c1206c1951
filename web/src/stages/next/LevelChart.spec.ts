import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import LevelChart from './LevelChart.vue'

const outcome = {
  key: 'diameter_mm',
  label: 'Diameter',
  unit: 'mm',
  digits: 1,
  effects: [],
  words: [],
  spreads: [{ between: 'doughs', sd: 1, freedom: 3, from_kitchen: 0.5 }],
  looked_at: 1,
  bend: null,
  pieces: null,
  means: [
    { level: 70, measured: 78, forecast: 77 },
    { level: 82, measured: null, forecast: 81 },
    { level: 94, measured: 87, forecast: 85 },
  ],
}
const shown = () => mount(LevelChart, { props: { outcome, unit: 'mm' } })

describe('means by level', () => {
  it('draws a dot for each level measured and none for one that is not', () => {
    expect(shown().findAll('circle')).toHaveLength(2)
  })
  it('stands higher where more was measured', () => {
    const [low, high] = shown().findAll('circle')
    expect(Number(low?.attributes('cy'))).toBeGreaterThan(Number(high?.attributes('cy')))
    expect(Number(low?.attributes('cx'))).toBeLessThan(Number(high?.attributes('cx')))
  })
  it('says its figures to those who do not see it', () => {
    expect(shown().attributes('aria-label')).toContain('94: 87.0 mm')
  })
})
