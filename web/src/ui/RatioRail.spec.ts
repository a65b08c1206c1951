import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import RatioRail from './RatioRail.vue'

const rail = (more: Record<string, unknown> = {}) =>
  mount(RatioRail, {
    props: { label: 'Sugar', value: 100, min: 40, max: 160, low: 80, high: 120, typical: 95, ...more },
  })
const left = (w: ReturnType<typeof rail>, css: string) =>
  Number(/left: ([\d.]+)%/.exec(w.get(css).attributes('style') ?? '')?.[1])

it('puts marker and band where they belong, and says both in words', () => {
  const w = rail()
  expect(left(w, '.marker')).toBeCloseTo(50, 6)
  expect(left(w, '.band')).toBeCloseTo(100 / 3, 6)
  const slider = w.get('[role=slider]')
  expect(slider.attributes('aria-label')).toBe('Sugar, usual 80 to 120 percent of flour')
  expect(slider.attributes('aria-valuetext')).toBe('100 percent')
  expect(w.classes('out')).toBe(false)
})

it('is nudged by keys, finely for small figures, and never below nothing', async () => {
  const coarse = rail()
  await coarse.get('.marker').trigger('keydown', { key: 'ArrowRight' })
  await coarse.get('.marker').trigger('keydown', { key: 'ArrowLeft', shiftKey: true })
  expect(coarse.emitted('nudge')).toEqual([[101], [95]])
  const fine = rail({ value: 1.5, min: 0, max: 4, low: 0.5, high: 2, typical: null })
  await fine.get('.marker').trigger('keydown', { key: 'ArrowUp' })
  await fine.get('.marker').trigger('keydown', { key: 'End' })
  expect(fine.emitted('nudge')).toEqual([[1.55], [2]])
  const least = rail({ value: 0.02, min: 0, max: 4, low: 0.5, high: 2, typical: null })
  await least.get('.marker').trigger('keydown', { key: 'ArrowDown' })
  expect(least.emitted('nudge')).toEqual([[0]])
})

it('leaves keys that are not its own alone', async () => {
  const w = rail()
  await w.get('.marker').trigger('keydown', { key: 'Tab' })
  expect(w.emitted('nudge')).toBeUndefined()
})

it('shows an unknown figure as unknown, not at nothing', () => {
  const w = rail({ value: null })
  expect(w.find('.marker').exists()).toBe(false)
  expect(w.get('.unknown').text()).toBe('?')
})

it('points off its end past what it shows, and marks what is outside the usual', () => {
  const w = rail({ value: 230 })
  expect(left(w, '.marker')).toBe(100)
  expect(w.get('.marker').text()).toBe('›')
  expect(w.classes('out')).toBe(true)
  expect(rail({ value: 20 }).get('.marker').text()).toBe('‹')
})

it('holds still while it is disabled', async () => {
  const w = rail({ disabled: true })
  await w.get('.marker').trigger('keydown', { key: 'ArrowRight' })
  expect(w.emitted('nudge')).toBeUndefined()
  expect(w.get('.marker').attributes('aria-disabled')).toBe('true')
})
