import { expect, it } from 'vitest'
import { choice, day, fixed, grams, habits, halves, NONE, signed } from './format'

it('writes unknown as a dash, never as zero', () => {
  expect(fixed(null, 1)).toBe(NONE)
  expect(grams(undefined)).toBe(NONE)
  expect(fixed(0, 1)).toBe('0.0')
})

it('signs a difference, and nothing that rounds to nothing', () => {
  expect([signed(2.04, 1), signed(-0.26, 1), signed(-0.04, 1), signed(0.4, 0)]).toEqual([
    '+2.0',
    '−0.3',
    '0.0',
    '0',
  ])
  expect(signed(null, 1)).toBe(NONE)
})

it('gives grams to one, and to a tenth where a tenth is weighed', () => {
  expect(grams(204.4)).toBe('204')
  expect(grams(3.64)).toBe('3.6')
  expect(grams(0)).toBe('0')
})

it('reads a date without moving it by the time zone', () => {
  expect(day('2026-03-01')).toBe('1 Mar')
})

it('names the methods as bakers do', () => {
  expect(choice('browned_reset')).toBe('Browned and re-set')
  expect(choice('slab')).toBe('Slab')
})

it('writes figures and days as the kitchen does', () => {
  Object.assign(habits, { numbers: 'comma', dates: 'month_first' })
  expect([grams(7.25), fixed(1.5, 1), signed(-2.25, 1), halves(11.5)]).toEqual(['7,3', '1,5', '−2,3', '11,5'])
  expect(day('2026-03-04')).toBe('Mar 4')
  habits.dates = 'iso'
  expect(day('2026-03-04T09:30:00Z')).toBe('2026-03-04')
  Object.assign(habits, { numbers: 'point', dates: 'day_first' })
})
