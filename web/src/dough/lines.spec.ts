import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { keepLines } from './lines'

const line = (id: string, grams: number | null): Schemas['LineDoc'] => ({
  id,
  ingredient: 'ap',
  ingredient_version: 1,
  amount: null,
  unit: 'g',
  grams,
  step: 'dry',
  range_g: null,
  said: '',
})
const draft = (...lines: Schemas['LineDoc'][]): Schemas['DraftDoc'] => ({ lines })

describe('an answered draft', () => {
  it('keeps the very lines that did not change, so that only the others are drawn anew', () => {
    const was = draft(line('a', 100), line('b', 50))
    const is = keepLines(was, draft(line('a', 100), line('b', 60)))
    expect(is.lines?.[0]).toBe(was.lines?.[0])
    expect(is.lines?.[1]).not.toBe(was.lines?.[1])
    expect(is.lines?.[1]?.grams).toBe(60)
  })

  it('follows a new order, a line gone and a line added', () => {
    const was = draft(line('a', 1), line('b', 2), line('c', 3))
    const is = keepLines(was, draft(line('c', 3), line('d', 4), line('a', 1)))
    expect(is.lines?.map((x) => x.id)).toEqual(['c', 'd', 'a'])
    expect(is.lines?.[0]).toBe(was.lines?.[2])
  })

  it('tells unknown from nothing', () => {
    const was = draft(line('a', 0))
    expect(keepLines(was, draft(line('a', null))).lines?.[0]?.grams).toBeNull()
  })
})
