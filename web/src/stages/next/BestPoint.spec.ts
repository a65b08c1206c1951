import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import BestPoint from './BestPoint.vue'
import { whereOf } from './whereOf'

const best: Schemas['BestOut'] = {
  words: 'Nearest to the target with minutes 13 min.',
  levels: [
    { name: 'Sugar', unit: '% of flour', value: 79, low: 70, high: 92, settled: false },
    { name: 'Minutes', unit: 'min', value: 13, low: 12, high: 14, settled: true },
  ],
  distance: 1.1,
  worst: 2,
  compared: ['diameter', 'rim'],
  place: { crisp: 50, height_mm: 10 },
  region: [
    { crisp: 40, height_mm: 10 },
    { crisp: 50, height_mm: 11 },
    { crisp: 60, height_mm: 10 },
  ],
  target: { crisp: 48, height_mm: 10 },
}
const shown = (over: Partial<Schemas['BestOut']> = {}) =>
  mount(BestPoint, { props: { best: { ...best, ...over } } })

describe('the best point of a series', () => {
  it('says it in words first, then each level with its unit and range', () => {
    const w = shown()
    expect(w.get('h3').text()).toBe(best.words)
    expect(w.findAll('tbody tr').map((r) => r.text())).toEqual([
      'Sugar, % of flour79.070.0 to 92.0',
      'Minutes, min13.012.0 to 14.0',
    ])
    expect(w.text()).toContain('Judged by diameter, rim')
  })
  it('draws where the cookie would stand, and nothing where that was not measured', () => {
    expect(shown().get('svg').attributes('aria-label')).toContain('about 10.0 mm tall and 50 of 100 crisp')
    expect(shown({ place: null, region: [] }).find('svg').exists()).toBe(false)
  })
  it('draws no ring for a target that is nowhere on the map', () => {
    expect(shown({ target: null }).find('.wanted').exists()).toBe(false)
  })
})

describe('where a run belongs', () => {
  const run = { order: 1, block: 2, place: 3, dough: 4, words: '', results: {} }
  it('names the dough only where several are split, the place only on a shared tray', () => {
    expect(whereOf(run, true)).toBe('round 2, dough 4, place 3')
    expect(whereOf({ ...run, place: 0 }, false)).toBe('round 2')
  })
})
