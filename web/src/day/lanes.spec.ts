import { describe, expect, it } from 'vitest'
import { drawn, hourMarks, stretches, type Placed } from './lanes'

function step(name: string, start: number, end: number, lanes: string[], kind = 'hands'): Placed {
  return {
    group: 'p1',
    dough: 'Rounds',
    step: name,
    name,
    kind,
    start,
    end,
    starts: '',
    ends: '',
    starts_at: '',
    ends_at: '',
    slack: 0,
    lanes,
    low_min: 1,
    high_min: 1,
    source: '',
    confidence: 'M',
    pinned: false,
    state: 'to come',
  }
}
const lane = (id: string) => ({ id, name: id, capacity: 1 })

describe('lanes of a day', () => {
  it('puts hands first, and what is on no lane under waits', () => {
    const found = drawn(
      [
        step('bake', 10, 20, ['oven:1'], 'machine'),
        step('mix', 0, 5, ['hands']),
        step('rest', 5, 9, [], 'wait'),
      ],
      [lane('oven:1'), lane('hands')],
    )
    expect(found.map((l) => l.id)).toEqual(['hands', 'oven:1', 'waits'])
  })
  it('gives what overlaps a row of its own, and what follows the same row', () => {
    const [hands] = drawn(
      [step('a', 0, 10, ['hands']), step('b', 5, 15, ['hands']), step('c', 10, 20, ['hands'])],
      [lane('hands')],
    )
    expect(hands?.rows).toBe(2)
    expect(hands?.bars.map((b) => b.row)).toEqual([0, 1, 0])
  })
  it('leaves out a lane that nothing is on', () => {
    expect(drawn([step('a', 0, 10, ['hands'])], [lane('hands'), lane('mixer:1')]).map((l) => l.id)).toEqual([
      'hands',
    ])
  })
})

describe('what is folded', () => {
  it('folds a night in the fridge and keeps short waits', () => {
    const day = [
      step('mix', 0, 30, ['hands']),
      step('rest', 30, 900, ['cold:1'], 'wait'),
      step('shape', 900, 920, ['hands']),
      step('cool', 920, 950, [], 'wait'),
      step('box', 950, 960, ['hands']),
    ]
    expect(stretches(day)).toEqual([
      [0, 30],
      [900, 960],
    ])
  })
  it('marks full hours, no more than can be read', () => {
    expect(hourMarks(545, 790, 5)).toEqual([600, 660, 720, 780])
    expect(hourMarks(0, 2880, 4).length).toBeLessThanOrEqual(5)
  })
})
