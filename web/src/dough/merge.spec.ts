import { describe, expect, it } from 'vitest'
import { merge } from './merge'
import type { Draft } from './useDough'

const line = (id: string, grams: number) => ({ id, ingredient: 'ap', grams, step: 'dry' as const })
const mine: Draft = {
  lines: [line('a', 1), line('b', 2), line('m', 9)],
  process: { oven_c: 175, minutes: 11 },
}
const theirs: Draft = {
  lines: [line('a', 5), line('b', 6), line('t', 7)],
  process: { oven_c: 180, minutes: 12 },
}

describe('merge', () => {
  it('keeps mine where nothing is chosen, and leaves a line only they have out', () => {
    expect(merge(mine, theirs, {}, {})).toEqual(mine)
  })
  it('takes theirs line by line and field by field', () => {
    const got = merge(mine, theirs, { a: 'theirs', t: 'theirs', m: 'theirs' }, { oven_c: 'theirs' })
    expect(got.lines?.map((x) => [x.id, x.grams])).toEqual([
      ['a', 5],
      ['b', 2],
      ['t', 7],
    ])
    expect(got.process).toMatchObject({ oven_c: 180, minutes: 11 })
  })
})
