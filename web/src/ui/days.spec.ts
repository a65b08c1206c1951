import { mount } from '@vue/test-utils'
import { afterEach, expect, it } from 'vitest'
import DayBox from './DayBox.vue'
import { dayText, readClock, readDay, shifted } from './days'
import { habits } from './format'

const TODAY = '2026-11-28'
afterEach(() => Object.assign(habits, { numbers: 'point', dates: 'day_first' }))

it('writes a day as the kitchen does', () => {
  expect(dayText('2026-11-09')).toBe('9 Nov 2026')
  habits.dates = 'month_first'
  expect(dayText('2026-11-09')).toBe('Nov 9, 2026')
  habits.dates = 'iso'
  expect(dayText('2026-11-09')).toBe('2026-11-09')
})

it.each([
  ['2026-12-01', '2026-12-01'],
  ['1.12.2026', '2026-12-01'],
  ['1/12/26', '2026-12-01'],
  ['1 Dec', '2026-12-01'],
  ['December 1', '2026-12-01'],
  ['Dec 1, 2027', '2027-12-01'],
  ['3/1', '2027-01-03'],
  ['tomorrow', '2026-11-29'],
  ['+3', '2026-12-01'],
  ['-1', '2026-11-27'],
  ['31 Feb', null],
  ['29.2.2027', null],
  ['soon', null],
  ['1.13.2026', null],
  ['1.2.3.4', null],
])('reads “%s” as %s', (typed, day) => {
  expect(readDay(typed, TODAY)).toBe(day)
})

it('reads two bare numbers in the kitchen’s order', () => {
  habits.dates = 'month_first'
  expect(readDay('12/1', TODAY)).toBe('2026-12-01')
  habits.dates = 'day_first'
  expect(readDay('12/1', TODAY)).toBe('2027-01-12')
})

it('reads back every day it writes, whatever the habit', () => {
  for (const order of ['day_first', 'month_first', 'iso']) {
    habits.dates = order
    for (let n = 0; n < 400; n += 7) {
      const day = shifted('2026-01-01', n)
      expect(readDay(dayText(day), TODAY)).toBe(day)
    }
  }
})

it.each([
  ['16:00', '16:00'],
  ['5:30', '05:30'],
  ['16.30', '16:30'],
  ['1630', '16:30'],
  ['4 pm', '16:00'],
  ['12 am', '00:00'],
  ['24:00', null],
  ['9:75', null],
  ['noonish', null],
])('reads the time “%s” as %s', (typed, time) => {
  expect(readClock(typed)).toBe(time)
})

it('keeps what it can’t read, with what to type, and hands on nothing', async () => {
  const w = mount(DayBox, { props: { modelValue: TODAY, label: 'Day', max: TODAY } })
  const box = w.get('input')
  expect(box.element.value).toBe('28 Nov 2026')
  await box.setValue('whenever')
  await box.trigger('change')
  expect(box.element.value).toBe('whenever')
  expect(w.get('[role="alert"]').text()).toContain('Type a day such as')
  expect(box.element.checkValidity()).toBe(false)
  expect(w.emitted('update:modelValue')).toBeUndefined()
  await box.setValue('29 Nov')
  await box.trigger('change')
  expect(w.get('[role="alert"]').text()).toContain('Not later than 28 Nov 2026')
  await box.setValue('27.11.')
  await box.trigger('change')
  expect(w.emitted('update:modelValue')?.at(-1)).toEqual(['2026-11-27'])
  expect(w.find('[role="alert"]').exists()).toBe(false)
  expect(box.element.checkValidity()).toBe(true)
  w.unmount()
})
