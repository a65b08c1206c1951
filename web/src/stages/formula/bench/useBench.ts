import { ref, type Ref } from 'vue'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import type { Habit } from '@/ui/useHabit'

export type Bench = Schemas['BenchOut']
export interface Wish {
  wanted_ml: number | null
  packet_line: string
  packet_g: number | null
  split: Schemas['SplitIn'][]
}

/** The bench's account of the draft, asked for while it is open and the hand rests. */
export function useBench(open: Ref<boolean>, habit: Ref<Habit>) {
  const dough = theDough()
  const wish = ref<Wish>({ wanted_ml: null, packet_line: '', packet_g: null, split: [] })
  const { answer: bench, problem } = useAsk(
    () => [dough.preview.value?.seq, open.value, wish.value, habit.value],
    (signal) => {
      const work = dough.work.value
      if (work === null || !open.value) return null
      const body = { draft: work.draft, style: work.style, dough_id: dough.id.value, habit: habit.value }
      return api.accounts({ body: { ...body, ...wish.value }, signal })
    },
  )
  return { bench, problem, wish }
}
