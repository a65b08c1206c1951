import { mount, type VueWrapper } from '@vue/test-utils'
import { expect, it } from 'vitest'
import AgeStrip from './AgeStrip.vue'

const hour = (hours: number, rim_crisp: number, middle_soft: number) => ({
  hours,
  rim_crisp,
  middle_soft,
  bite_chewy: 50,
  aw_rim: 0.3,
  aw_middle: 0.6,
  moisture_pct: 5,
  mass_pct: 100,
})
const AGE = {
  eaten: { hours: 24, packing: 'tin', room_aw: 0.5 },
  words: 'kept in a closed tin, room at 50 % humidity',
  moments: [hour(0.75, 70, 80), hour(24, 30, 70), hour(504, 10, 45)],
  crisp_until_h: 9,
  soft_until_h: 240,
  then: hour(24, 30, 70),
  sentences: ['Rim crisp for about 9 h.', 'This is how it eats, not how long it is safe.'],
}

const strip = (age: typeof AGE): VueWrapper =>
  mount(AgeStrip, { props: { age }, global: { stubs: { TermWord: { template: '<span><slot /></span>' } } } })

it('says until when it is crisp and soft, in hours and days', () => {
  const words = strip(AGE).text()
  expect(words).toContain('rim crisp 9 h')
  expect(words).toContain('middle soft 10 days')
})

it('marks the hour of the target, and none when it is eaten fresh', () => {
  expect(strip(AGE).find('.now').exists()).toBe(true)
  const fresh = { ...AGE, eaten: { ...AGE.eaten, hours: 0.75 } }
  expect(strip(fresh).find('.now').exists()).toBe(false)
})

it('keeps reasons and small print one press away', async () => {
  const wrapper = strip(AGE)
  expect(wrapper.text()).not.toContain('not how long it is safe')
  await wrapper.get('button').trigger('click')
  expect(wrapper.text()).toContain('not how long it is safe')
  expect(wrapper.text()).toContain('closed tin')
  expect(wrapper.get('button').attributes('aria-expanded')).toBe('true')
})

it('is told in words to those who do not see it', () => {
  const label = strip(AGE).get('svg').attributes('aria-label')
  expect(label).toContain('rim crisp 9 h')
  expect(label).toContain('closed tin')
})

it('says what never was crisp or stays soft', () => {
  const soft = { ...AGE, moments: [hour(0.75, 20, 80)], crisp_until_h: null, soft_until_h: null }
  expect(mount(AgeStrip, { props: { age: soft } }).text()).toMatch(/rim soft.*middle stays soft/s)
})
