import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import TempStrip from './TempStrip.vue'

const feel = (key: string, low: number, high: number): Schemas['FeelOut'] => ({
  key,
  low_c: low,
  high_c: high,
  middle_c: (low + high) / 2,
  yield_low_kpa: 1,
  yield_high_kpa: 2,
  short: `${key} short`,
  feel: `${key} to the finger`,
  use: 'creaming',
})
const strip: Schemas['StripOut'] = {
  fat: 'Butter',
  feels: [feel('cold', 0, 17), feel('right', 17, 20), feel('soft', 20, 40)],
  curves: [
    { name: 'Butter', own: true, points: [[0, 55], [20, 20], [40, 0]] },
    { name: 'Lard', own: false, points: [[0, 40], [40, 1]] },
  ], // prettier-ignore
  zone_low_c: 17,
  zone_high_c: 20,
  dough_low_c: 18,
  dough_high_c: 22,
  mixer: 'any mixer',
  also: '',
  spread_k: 2,
  now_c: null,
  feel_now: '',
  verdict: '',
  costs: [
    { temp_c: 18, diameter_mm: 80, height_mm: 10, rim_crisp: 50, words: '' },
    { temp_c: 25, diameter_mm: 84, height_mm: 9, rim_crisp: 50, words: '4.0 mm wider' },
  ],
}
const at = (look: number, now: number | null = null) => mount(TempStrip, { props: { strip, look, now } })

it('is a slider that says degrees and feel', () => {
  const slider = at(18.5).get('[role=slider]')
  expect(slider.attributes('aria-valuenow')).toBe('18.5')
  expect(slider.attributes('aria-valuetext')).toBe('18.5 °C: right to the finger')
})

it('moves by keys in half degrees and stays on the strip', async () => {
  const wrapper = at(18)
  const slider = wrapper.get('[role=slider]')
  await slider.trigger('keydown', { key: 'ArrowUp' })
  await slider.trigger('keydown', { key: 'PageDown' })
  await slider.trigger('keydown', { key: 'a' })
  expect(wrapper.emitted('look')).toEqual([[18.5], [16]])
  const top = at(34)
  await top.get('[role=slider]').trigger('keydown', { key: 'ArrowUp' })
  expect(top.emitted('look')).toEqual([[34]])
})

it('shows what being off costs beside the middle of the zone', () => {
  const words = at(18)
    .findAll('.cost')
    .map((c) => c.text())
  expect(words).toEqual(['0.0', '+4.0'])
})

it('marks where the butter is only when that is known', () => {
  expect(at(18).find('.now').exists()).toBe(false)
  expect(at(18, 20.8).get('.now').text()).toContain('20.8 °C')
})
