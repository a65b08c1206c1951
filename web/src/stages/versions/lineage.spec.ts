import { describe, expect, it } from 'vitest'
import { lineage, type Version } from './lineage'

const v = (number: number, parent: number | null): Version => ({
  number,
  parent,
  note: '',
  kept_at: '2026-01-01T00:00:00Z',
  kept_by: 'Ada',
  bakes: 0,
})

describe('lineage', () => {
  it('keeps a straight line in one column, newest first', () => {
    const nodes = lineage([v(1, null), v(2, 1), v(3, 2)])
    expect(nodes.map((n) => n.version.number)).toEqual([3, 2, 1])
    expect(nodes.map((n) => n.column)).toEqual([0, 0, 0])
    expect(nodes.map((n) => n.parentRow)).toEqual([1, 2, null])
  })
  it('opens a column for a second child', () => {
    const nodes = lineage([v(1, null), v(2, 1), v(3, 1), v(4, 3)])
    expect(nodes.map((n) => [n.version.number, n.column])).toEqual([
      [4, 1],
      [3, 1],
      [2, 0],
      [1, 0],
    ])
  })
})
