import { expect, it } from 'vitest'
import { axis } from '@/ui/axis'
import { apart } from './curves'

it('an axis starts and ends on round figures and holds every value', () => {
  const { low, high, ticks } = axis([20, 96.4, 123])
  expect(low).toBeLessThanOrEqual(20)
  expect(high).toBeGreaterThanOrEqual(123)
  expect(ticks.every((t) => t % 10 === 0)).toBe(true)
})

it('a flat line still gets an axis', () => {
  const { low, high } = axis([5, 5])
  expect(high).toBeGreaterThan(low)
})

it('labels that would touch are pushed apart in their order and stay inside', () => {
  const [a = 0, b = 0, c = 0] = apart([50, 51, 10], 14, 0, 60)
  expect(b - a).toBeGreaterThanOrEqual(14)
  expect(a - c).toBeGreaterThanOrEqual(14)
  expect(Math.max(a, b, c)).toBeLessThanOrEqual(60)
})
