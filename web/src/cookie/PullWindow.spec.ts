import { mount } from '@vue/test-utils'
import { computed, effectScope, ref, shallowRef } from 'vue'
import { expect, it } from 'vitest'
import PullWindow from './PullWindow.vue'
import { useScrub, type Frame, type Scrub } from './useScrub'

const WINDOW = {
  earliest_min: 9.2,
  latest_min: 18.6,
  earliest_because: 'brown enough',
  latest_because: 'too dark',
  best_min: 10.8,
  best_low_min: 10,
  best_high_min: 12.4,
  last_min: 19.4,
  last_because: 'too dark',
  note: '',
  by_colour: true,
  looks: [
    {
      which: 'best',
      minute: 10.8,
      rim: 'golden at the edge',
      middle: 'dull',
      smell: 'toast',
      touch: 'edge firm',
    },
  ],
}
const EGG = { reached_min: 8, done: true, sentence: 'Core past 71 °C from 8.0 min.' }

function scrubber(): Scrub {
  const frames = [0, 4, 8, 12, 15].map((minutes) => ({ minutes }) as Frame)
  const scrub = effectScope().run(() => useScrub(shallowRef(frames), ref(20)))
  if (!scrub) throw new Error('no scope')
  return scrub
}
const strip = (over: object = {}, scrub = scrubber()) =>
  mount(PullWindow, { props: { window: WINDOW, egg: EGG, minutes: 12, until: 20, scrub, ...over } })

it('says best, good and last minute with their unit and reasons', () => {
  const words = strip().text().replace(/\s+/g, ' ')
  expect(words).toMatch(/best 11 \(10–12\.5\) min/)
  expect(words).toMatch(/Good 9–18\.5 min/)
  expect(words).toMatch(/last 19\.5 \(too dark\)/)
  expect(words).toContain('brown enough before')
})

it('draws what is past saving only where there is such a minute', () => {
  expect(strip().find('.over').exists()).toBe(true)
  const none = strip({ window: { ...WINDOW, last_min: null } })
  expect(none.find('.over').exists()).toBe(false)
  expect(none.text()).not.toContain('last')
})

it('says what to look for when asked', async () => {
  const wrapper = strip()
  expect(wrapper.find('.looks').exists()).toBe(false)
  await wrapper.get('button.look').trigger('click')
  expect(wrapper.get('.looks').text()).toContain('golden at the edge')
  expect(wrapper.get('button.look').attributes('aria-expanded')).toBe('true')
})

it('the egg line is drawn apart from the window, and not at all when it is never reached', () => {
  expect(strip().find('path.egg').exists()).toBe(true)
  expect(
    strip({ egg: { ...EGG, reached_min: null, done: false } })
      .find('path.egg')
      .exists(),
  ).toBe(false)
})

it('the slider moves the shown minute and says where it is', async () => {
  const scrub = scrubber()
  const wrapper = strip({}, scrub)
  const slider = wrapper.get('input')
  expect(slider.attributes('aria-valuetext')).toBe('cooled')
  await slider.setValue('4.5')
  expect(scrub.minute.value).toBe(4.5)
  expect(slider.attributes('aria-valuetext')).toBe('4.5 minutes in the oven')
  await slider.setValue('14')
  expect(slider.attributes('aria-valuetext')).toContain('out of the oven')
  await wrapper.get('.cool').trigger('click')
  expect(scrub.minute.value).toBeNull()
})

it('knows which frame a minute shows', () => {
  const scrub = scrubber()
  scrub.to(9)
  expect(computed(() => scrub.frame.value?.minutes).value).toBe(8)
})
