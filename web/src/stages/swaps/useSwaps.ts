import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'

export type Study = Schemas['StudyOut']

/**
 * The swaps of the dough at hand: asked for when the draft, its needs or a pick change; the newest question
 * wins. Picks are kept on this machine until they are made.
 *
 * Usage: `const { study, pick } = useSwaps(); pick('egg', 'egg_flax')`
 */
export function useSwaps() {
  const dough = theDough()
  const picks = useStorage<Record<string, string>>(`tarte-picks-${dough.id.value}`, {})
  const target = computed(() => dough.work.value?.target)
  const wanted = computed(() => (target.value?.needs?.length ?? 0) + (target.value?.wishes?.length ?? 0) > 0)
  const {
    answer: study,
    problem,
    busy,
  } = useAsk(
    () => [dough.work.value?.draft, target.value, picks.value],
    (signal) => {
      const work = dough.work.value
      if (work === null) return null
      const body = {
        draft: work.draft,
        needs: work.target.needs ?? [],
        wishes: work.target.wishes ?? [],
        picks: picks.value,
        target: work.target.cookie ?? {},
        style: work.style,
        dough_id: dough.id.value,
      }
      return api.studySwaps({ body, signal })
    },
  )

  /** Every pick, those made here and those that were left open. */
  const resolved = computed(() => {
    const found: Record<string, string> = {}
    for (const x of study.value?.lines ?? []) found[x.line] = x.pick
    for (const w of study.value?.wishes ?? []) if (w.pick) found[w.need] = w.pick
    return found
  })

  function pick(line: string, rule: string): void {
    picks.value = { ...picks.value, [line]: rule }
  }

  /** Make the swaps in the draft; undo takes them back. */
  async function make(): Promise<boolean> {
    const work = dough.work.value
    if (work === null) return false
    const done = await dough.edit({
      op: 'swap',
      needs: work.target.needs ?? [],
      wishes: work.target.wishes ?? [],
      picks: resolved.value,
      style: work.style,
    })
    if (done) picks.value = {}
    return done
  }

  return { study, problem, busy, wanted, picks, resolved, pick, make }
}

export type Swaps = ReturnType<typeof useSwaps>
