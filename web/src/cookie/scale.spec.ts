import { describe, expect, it } from 'vitest'
import { scaleFor, sidePath } from './scale'

describe('the scale of the drawing', () => {
  it('stays the same for ordinary cookies, so that two can be compared by eye', () => {
    expect(scaleFor([62, 88])).toBe(110)
    expect(scaleFor([70, null, undefined])).toBe(110)
  })

  it('steps up before the widest cookie would touch the edge', () => {
    expect(scaleFor([93])).toBe(160)
    expect(scaleFor([140])).toBe(220)
  })

  it('has a step for anything and for nothing', () => {
    expect(scaleFor([2000])).toBe(660)
    expect(scaleFor([null])).toBe(110)
  })
})

describe('a section in millimetres as a path', () => {
  const view = { middle: 150, base: 88, perMm: 2 }

  it('puts the middle of the cookie on the middle of the ruler and height upwards', () => {
    expect(sidePath([[-10, 0], [0, 5], [10, 0]], view)).toBe('M130.0 88.0L150.0 78.0L170.0 88.0') // prettier-ignore
  })

  it('draws nothing when a size is unknown', () => {
    expect(sidePath([], view)).toBe('')
  })
})
