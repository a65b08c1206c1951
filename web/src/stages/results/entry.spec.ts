import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { emptyEntry, entryOf } from './entry'

const bake = {
  id: 4,
  batch: { id: 2, version: 3, mixed_on: '2026-03-01' },
  baked_on: '2026-03-02',
  age_h: 16,
  chill_h: null,
  dough_temp_c: 8,
  portion_g: 40,
  pieces: 6,
  oven_id: 1,
  tray_id: null,
  oven_c: 175,
  fan: null,
  minutes: 12,
  notes: 'Good rim.',
  photo_id: 9,
  measured: {
    readings: { diameter_mm: [84, 86], row_of: [6], row_mm: [492], core_c: [0], tasted_min: [90] },
    shade_from: 'eye',
  },
} as unknown as Schemas['BakeOut']

describe('the boxes of a bake', () => {
  it('come back as they were measured, what was not measured empty', () => {
    const e = entryOf(bake)
    expect(e.measured['diameter_mm']).toBe('84 86')
    expect(e.measured['height_mm']).toBeUndefined()
    expect(e.measured['row_mm']).toBe('492')
    expect(e.measured['tasted_min']).toBe('90')
    expect(e.measured['l_rim']).toBeUndefined()
    expect(e.photo_id).toBe(9)
    expect(e.chill_h).toBe('')
  })

  it('tell zero from unknown', () => {
    expect(entryOf(bake).measured['core_c']).toBe('0')
  })

  it('carry a new key each time, so that a correction is an entry of its own', () => {
    expect(emptyEntry(1).key).not.toBe(emptyEntry(1).key)
    expect(entryOf(bake).key).not.toBe(entryOf(bake).key)
  })
})
