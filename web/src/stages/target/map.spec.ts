import { describe, expect, it } from 'vitest'
import { placeAt, stepsOf, THICK_MM, THIN_MM, xOf, yOf } from './map'

const f = { width: 500, height: 300, left: 40, bottom: 30 }

describe('the texture map', () => {
  it('gives back the place it drew', () => {
    for (const [crisp, mm] of [
      [0, THIN_MM],
      [35, 9.5],
      [100, THICK_MM],
    ] as const) {
      const got = placeAt(xOf(crisp, f), yOf(mm, f), f)
      expect(got.crisp).toBe(crisp)
      expect(got.height_mm).toBeCloseTo(mm, 1)
    }
  })
  it('is thick at the top and crisp at the right, and holds a point inside', () => {
    expect(yOf(20, f)).toBeLessThan(yOf(5, f))
    expect(xOf(80, f)).toBeGreaterThan(xOf(20, f))
    expect(placeAt(-50, 900, f)).toEqual({ crisp: 0, height_mm: THIN_MM })
  })
  it('moves by the arrow keys and by nothing else', () => {
    expect(stepsOf('ArrowUp', false)).toEqual({ across: 0, up: 1 })
    expect(stepsOf('ArrowLeft', true)).toEqual({ across: -5, up: 0 })
    expect(stepsOf('a', false)).toBeNull()
  })
})
