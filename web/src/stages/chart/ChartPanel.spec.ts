import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Frame } from '@/cookie/useScrub'
import ChartPanel from './ChartPanel.vue'
import { PANELS } from './curves'

const FRAMES = [0, 4, 8, 12, 40].map(
  (minutes) =>
    ({ minutes, core_c: 8 + 7 * minutes, rim_c: 8 + 8 * minutes, base_c: 8 + 7.5 * minutes }) as Frame,
)
const panel = (over: object = {}) =>
  mount(ChartPanel, {
    props: {
      panel: PANELS[0]!, // eslint-disable-line @typescript-eslint/no-non-null-assertion
      frames: FRAMES,
      until: 17,
      tall: 150,
      set: 7.5,
      window: { from: 9, to: 18 },
      pull: 12,
      now: null,
      bottom: true,
      ...over,
    },
  })

it('labels every curve at its end with the figure there, not with one past the chart', () => {
  const ends = panel()
    .findAll('text.end')
    .map((t) => t.text().replace(/\s+/g, ' '))
  expect(ends).toEqual(['core 92', 'rim 104', 'base 98'])
})

it('marks the 71 °C line, the pull, the set and the window', () => {
  const wrapper = panel()
  expect(wrapper.text()).toContain('71 °C')
  expect(wrapper.find('line.pull').exists()).toBe(true)
  expect(wrapper.find('line.set').exists()).toBe(true)
  expect(wrapper.find('rect.open').exists()).toBe(true)
})

it('draws no window where there is none', () => {
  expect(panel({ window: null }).find('rect.open').exists()).toBe(false)
})

it('puts a dot on every curve at the shown minute', () => {
  expect(panel({ now: 6 }).findAll('circle.dot')).toHaveLength(3)
  expect(panel().findAll('circle.dot')).toHaveLength(0)
})

it('says in words what it shows', () => {
  expect(panel().get('svg').attributes('aria-label')).toBe(
    'Temperature in °C against minutes: core, rim, base',
  )
})
