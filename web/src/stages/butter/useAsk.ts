import { ref, shallowRef, watch, type Ref } from 'vue'
import { ApiError, words } from '@/api/client'

const REST_MS = 150

/**
 * An answer that follows its question: asked again when the question changes and the hand rests; the newest
 * question wins, and the last answer stays while a wrong entry is mended.
 *
 * Usage: `const { answer, problem } = useAsk(() => [draft.value, room.value], () => data(client.POST(...)))`
 */
export function useAsk<T>(question: () => unknown, ask: () => Promise<T> | null) {
  const answer = shallowRef<T | null>(null) as Ref<T | null>
  const problem = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0

  watch(question, plan, { deep: true, immediate: true })

  function plan(): void {
    clearTimeout(timer)
    timer = setTimeout(() => void run(), answer.value === null ? 0 : REST_MS)
  }

  async function run(): Promise<void> {
    const going = ask()
    if (going === null) return
    const mine = ++asked
    try {
      const got = await going
      if (mine !== asked) return
      answer.value = got
      problem.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (mine === asked) problem.value = words(error)
    }
  }

  return { answer, problem, again: plan }
}
