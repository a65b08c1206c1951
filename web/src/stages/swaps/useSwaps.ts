import { useStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { ApiError, client, data, words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'

export type Study = Schemas['StudyOut']
const REST_MS = 120

/**
 * The swaps of the dough at hand: asked for when the draft, its needs or a pick change; the newest question
 * wins. Picks are kept on this machine until they are made.
 *
 * Usage: `const { study, pick } = useSwaps(); pick('egg', 'egg_flax')`
 */
export function useSwaps() {
  const dough = theDough()
  const study = shallowRef<Study | null>(null)
  const problem = ref('')
  const busy = ref(false)
  const picks = useStorage<Record<string, string>>(`tarte-picks-${dough.id.value}`, {})
  const target = computed(() => dough.work.value?.target)
  const wanted = computed(() => (target.value?.needs?.length ?? 0) + (target.value?.wishes?.length ?? 0) > 0)
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0

  watch([() => dough.work.value?.draft, target, picks], plan, { deep: true, immediate: true })

  function plan(): void {
    clearTimeout(timer)
    timer = setTimeout(() => void ask(), study.value === null ? 0 : REST_MS)
  }

  async function ask(): Promise<void> {
    const work = dough.work.value
    if (work === null) return
    const mine = ++asked
    busy.value = true
    try {
      const answer = await data(
        client.POST('/api/swaps/study', {
          body: {
            draft: work.draft,
            needs: work.target.needs ?? [],
            wishes: work.target.wishes ?? [],
            picks: picks.value,
            target: work.target.cookie ?? {},
            style: work.style,
            dough_id: dough.id.value,
          },
        }),
      )
      if (mine !== asked) return
      study.value = answer
      problem.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (mine === asked) problem.value = words(error)
    } finally {
      if (mine === asked) busy.value = false
    }
  }

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
