import type { Schemas } from '@/api/client'

type Draft = Schemas['DraftDoc']

/** A draft whose lines that did not change are the very objects they were, so that only the others are drawn anew. */
export function keepLines(was: Draft, is: Draft): Draft {
  const before = new Map((was.lines ?? []).map((x) => [x.id, x] as const))
  const lines = (is.lines ?? []).map((x) => {
    const old = before.get(x.id)
    return old !== undefined && JSON.stringify(old) === JSON.stringify(x) ? old : x
  })
  return { ...is, lines }
}
