import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import LearnSpan from './LearnSpan.vue'

const shown = (unit: string, now: [number, number, number], then: [number, number, number]) => {
  const span = ([low, value, high]: [number, number, number]) => ({ low, value, high })
  const unknown: Schemas['UnknownOut'] = {
    whose: 'Deck oven', key: 'x', label: 'Hotter than set', words: '10 K colder than set', unit, spoke: true,
    general: span(now), now: span(now), proposed: span(then),
  } // prettier-ignore
  return mount(LearnSpan, { props: { unknown } })
}
const x = (w: ReturnType<typeof shown>, css: string, name: string) => Number(w.get(css).attributes(name))

it('says a cold oven with its sign and range in K', () => {
  const w = shown('K', [-13, 0, 13], [-18, -10, -3])
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('0 →')
  expect(text).toContain('−10')
  expect(text).toContain('−18 to −3')
  expect(x(w, '.dot', 'cx')).toBeLessThan(x(w, '.zero', 'x1'))
})

it('says a factor as percent from the usual, words first', () => {
  const text = shown('×', [0.9, 1, 1.1], [0.71, 0.82, 0.95]).text().replace(/\s+/g, ' ')
  expect(text.startsWith('10 K colder than set')).toBe(true)
  expect(text).toContain('0 → −18 %')
  expect(text).toContain('−29 to −5')
  expect(text).not.toContain('×')
})

it('draws a narrower bar for what is surer', () => {
  const w = shown('×', [0.5, 1, 2], [0.9, 1, 1.1])
  const wide = x(w, '.now', 'x2') - x(w, '.now', 'x1')
  expect(x(w, '.then', 'x2') - x(w, '.then', 'x1')).toBeLessThan(wide / 3)
})

it('puts a half and a double equally far from one', () => {
  const half = x(shown('×', [1, 1, 1], [0.5, 0.5, 0.5]), '.dot', 'cx')
  const twice = x(shown('×', [1, 1, 1], [2, 2, 2]), '.dot', 'cx')
  const one = x(shown('×', [1, 1, 1], [1, 1, 1]), '.dot', 'cx')
  expect(twice - one).toBeCloseTo(one - half, 6)
})

it('stays on the scale however far an end lies', () => {
  const w = shown('K', [-90, 0, 90], [-60, -50, 80])
  for (const [css, name] of [['.now', 'x1'], ['.now', 'x2'], ['.then', 'x1'], ['.then', 'x2']] as const) {
    expect(x(w, css, name)).toBeGreaterThanOrEqual(0)
    expect(x(w, css, name)).toBeLessThanOrEqual(170)
  } // prettier-ignore
})
