import { onScopeDispose, ref, shallowRef } from 'vue'
import { ApiError, client, data, type Schemas } from '@/api/client'

export type Detail = Schemas['PreviewDetailOut']

/** The hand rests this long before the many bakes behind window and ranges are asked for. */
const AFTER_MS = 200
const RETRY_AFTER_MS = 4000

/**
 * Window, ranges and the bake to scrub, which take many bakes: one question at a time, the newest draft wins.
 *
 * question is the draft as it stands (null: none yet), asked how many previews were asked for so far.
 */
export function useDetail(question: () => Schemas['PreviewIn'] | null, asked: () => number) {
  const detail = shallowRef<Detail | null>(null)
  /** The detail is an older draft's while a newer one is being worked out. */
  const isOld = ref(true)
  let timer: ReturnType<typeof setTimeout> | undefined
  let asking = false

  function plan(after = AFTER_MS): void {
    isOld.value = true
    clearTimeout(timer)
    timer = setTimeout(() => void ask(), after)
  }

  async function ask(): Promise<void> {
    const body = question()
    if (body === null || asking) return
    asking = true
    const at = asked()
    try {
      performance.mark('tarte:detail')
      const result = await data(client.POST('/api/preview/detail', { body }))
      performance.measure('tarte:detailed', 'tarte:detail')
      if (at === asked()) {
        detail.value = result
        isOld.value = false
      }
    } catch (error) {
      // The forecast itself stands; what could not be worked out is left as it was and asked for again.
      if (!(error instanceof ApiError)) throw error
      if (error.unreachable) plan(RETRY_AFTER_MS)
    } finally {
      asking = false
    }
    if (at !== asked()) plan(0)
  }

  onScopeDispose(() => clearTimeout(timer))
  return { detail, isOld, plan }
}
