import { expect, it } from 'vitest'
import { choice, day, fixed, grams, NONE, signed } from './format'

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
