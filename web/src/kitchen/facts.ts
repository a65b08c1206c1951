import type { Schemas } from '@/api/client'

export type Thing = Schemas['ThingOut']
export type Kind = Schemas['ThingKind']
export type Field = Schemas['Question']
export type Answer = Thing['facts'][string]
export type Facts = Record<string, Answer>

/** What a new thing's boxes start with: the usual choice, the rest unknown. */
export function blank(kind: Kind): Facts {
  return Object.fromEntries(kind.fields.map((f) => [f.name, f.box === 'yes' ? false : f.usual || '']))
}

/** A thing's facts as its boxes hold them: unknown is an empty box. */
export function boxes(facts: Facts): Facts {
  return Object.fromEntries(Object.entries(facts).map(([name, v]) => [name, v === null ? '' : v]))
}

/** What was typed that differs from what is kept. */
export function typed(now: Facts, kept: Facts): Facts {
  const before = boxes(kept)
  return Object.fromEntries(
    Object.entries(now).filter(([name, v]) => String(v ?? '') !== String(before[name] ?? '')),
  )
}

/** How an answer reads: a choice by its words, a figure with its unit. */
export function said(field: Field, value: Answer | undefined): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (field.box === 'yes') return value ? 'yes' : 'no'
  const chosen = field.choices.find((c) => c.id === value)
  return chosen?.words ?? `${value} ${field.quantity?.unit ?? ''}`.trim()
}

/** Width and depth of what has both, mm; a round thing is as deep as wide. */
export function footprint(thing: Thing): { w: number; d: number; round: boolean } | null {
  const f = thing.facts
  const w = Number(f.width_mm ?? f.inside_width_mm ?? 0)
  const round = f.outline === 'round'
  const d = round || f.outline === 'square' ? w : Number(f.depth_mm ?? f.inside_depth_mm ?? 0)
  return w > 0 && d > 0 ? { w, d, round } : null
}
