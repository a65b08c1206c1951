import type { Schemas } from '@/api/client'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'

export type Detail = Schemas['PreviewDetailOut']

/** The hand rests this long before the many bakes behind window and ranges are asked for. */
const AFTER_MS = 200

/**
 * Window, ranges and the bake to scrub, which take many bakes: asked for once the hand rests.
 *
 * question is the draft as it stands (null: none yet), seq counts the previews answered so far.
 */
export function useDetail(question: () => Schemas['PreviewIn'] | null, seq: () => number | undefined) {
  const { answer, isOld } = useAsk(
    seq,
    (signal) => {
      const body = question()
      return body === null ? null : measured(api.detail({ body, signal }))
    },
    { rest: AFTER_MS },
  )
  return { detail: answer, isOld }
}

async function measured<T>(asked: Promise<T>): Promise<T> {
  performance.mark('tarte:detail')
  const got = await asked
  performance.measure('tarte:detailed', 'tarte:detail')
  return got
}
