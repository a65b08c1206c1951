import { ref, shallowRef, watch, type Ref } from 'vue'
import { ApiError, client, data, words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import type { Habit } from '@/ui/useHabit'

export type Bench = Schemas['BenchOut']
export interface Wish {
  wanted_ml: number | null
  packet_line: string
  packet_g: number | null
  split: Schemas['SplitIn'][]
}

const REST_MS = 150

/** The bench's account of the draft, asked for while it is open and the hand rests; the newest draft wins. */
export function useBench(open: Ref<boolean>, habit: Ref<Habit>) {
  const dough = theDough()
  const bench = shallowRef<Bench | null>(null)
  const problem = ref('')
  const wish = ref<Wish>({ wanted_ml: null, packet_line: '', packet_g: null, split: [] })
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0

  watch([dough.preview, open, wish, habit], plan, { deep: true, immediate: true })

  function plan(): void {
    clearTimeout(timer)
    if (open.value) timer = setTimeout(() => void ask(), bench.value === null ? 0 : REST_MS)
  }

  async function ask(): Promise<void> {
    const work = dough.work.value
    if (work === null) return
    const mine = ++asked
    try {
      const body = { draft: work.draft, style: work.style, habit: habit.value, ...wish.value }
      const answer = await data(client.POST('/api/bench', { body: { ...body, dough_id: dough.id.value } }))
      if (mine !== asked) return
      bench.value = answer
      problem.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      problem.value = words(error)
    }
  }

  return { bench, problem, wish }
}
