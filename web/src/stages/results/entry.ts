import type { Schemas } from '@/api/client'

/** What stands in the boxes of the bake form; the server reads it. Empty is unknown. */
export interface Entry {
  key: string
  batch_id: number | null
  version: number
  mixed_on: string
  butter_temp_c: string
  batch_dough_temp_c: string
  weighed: Record<string, string>
  additions: { ingredient: string; grams: string }[]
  /** Which delivery each line came from, by line; forms begun before there was a choice have none. */
  lots?: Record<string, number>
  baked_on: string
  age_h: string
  chill_h: string
  dough_temp_c: string
  portion_g: string
  pieces: string
  oven_id: number | null
  tray_id: number | null
  oven_c: string
  fan: boolean
  minutes: string
  measured: Record<string, string>
  notes: string
  photo_id: number | null
}

export function today(): string {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
}

export function emptyEntry(version: number): Entry {
  return {
    key: `bake-${crypto.randomUUID()}`,
    batch_id: null,
    version,
    mixed_on: today(),
    butter_temp_c: '',
    batch_dough_temp_c: '',
    weighed: {},
    additions: [],
    baked_on: today(),
    age_h: '',
    chill_h: '',
    dough_temp_c: '',
    portion_g: '',
    pieces: '',
    oven_id: null,
    tray_id: null,
    oven_c: '',
    fan: false,
    minutes: '',
    measured: {},
    notes: '',
    photo_id: null,
  }
}

const text = (value: number | null | undefined): string => (value == null ? '' : String(value))

/** The boxes of a bake that is to be corrected. */
export function entryOf(bake: Schemas['BakeOut']): Entry {
  return {
    ...emptyEntry(bake.batch.version),
    batch_id: bake.batch.id,
    mixed_on: bake.batch.mixed_on,
    baked_on: bake.baked_on,
    age_h: text(bake.age_h),
    chill_h: text(bake.chill_h),
    dough_temp_c: text(bake.dough_temp_c),
    portion_g: text(bake.portion_g),
    pieces: text(bake.pieces),
    oven_id: bake.oven_id,
    tray_id: bake.tray_id,
    oven_c: text(bake.oven_c),
    fan: bake.fan ?? false,
    minutes: text(bake.minutes),
    measured: Object.fromEntries(
      Object.entries(bake.measured.readings ?? {}).map(([key, values]) => [key, values.join(' ')]),
    ),
    notes: bake.notes,
    photo_id: bake.photo_id,
  }
}
