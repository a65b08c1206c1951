import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import ReadingRow from './ReadingRow.vue'

const reading = (more: Record<string, unknown> = {}) =>
  ({
    key: 'rim_crisp', label: 'Rim', low_word: 'soft', high_word: 'crisp', unit: 'of 100', target: 66, target_at: 0.66,
    forecast: { value: 45, low: 30, high: 60, low_at: 0.3, high_at: 0.6 }, forecast_at: 0.45, ...more,
  }) as unknown as Schemas['ReadingOut'] // prettier-ignore
const row = (more: Record<string, unknown> = {}) => mount(ReadingRow, { props: { reading: reading(more) } })
const x = (w: ReturnType<typeof row>, css: string, name = 'x1') => Number(w.get(css).attributes(name))

it('says in words what it draws', () => {
  expect(row().attributes('aria-label')).toBe('Rim, soft to crisp: forecast 45, target 66 of 100')
  expect(
    row({ forecast: null, forecast_at: null, target: null, target_at: null }).attributes('aria-label'),
  ).toBe('Rim, soft to crisp: no forecast, no target of 100')
})

it('puts forecast, target and range on one scale, and joins the two', () => {
  const w = row()
  expect(x(w, '.dot')).toBeCloseTo(45)
  expect(x(w, '.tick')).toBeCloseTo(66)
  expect(x(w, '.spread', 'x')).toBeCloseTo(30)
  expect(x(w, '.spread', 'width')).toBeCloseTo(30)
  expect([x(w, '.bridge', 'x'), x(w, '.bridge', 'width')].map(Math.round)).toEqual([45, 21])
})

it('draws nothing for what is unknown', () => {
  const w = row({ forecast: null, forecast_at: null })
  for (const css of ['.dot', '.spread', '.bridge']) expect(w.find(css).exists()).toBe(false)
  expect(w.find('.tick').exists()).toBe(true)
  expect(row({ target: null, target_at: null }).find('.tick').exists()).toBe(false)
})

it('shows no range before it is worked out', () => {
  const w = row({ forecast: { value: 45, low: null, high: null, low_at: null, high_at: null } })
  expect(w.find('.spread').exists()).toBe(false)
  expect(w.get('.value').text()).toBe('45')
})

it('names the unit only where it is not points of 100', () => {
  expect(row().get('.unit').text()).toBe('')
  expect(row({ unit: 'L*' }).get('.unit').text()).toBe('L*')
})
