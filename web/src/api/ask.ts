import { useQuery } from '@tanstack/vue-query'
import { useTimeoutFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { ApiError, words } from './client'

const REST_MS = 150
const GONE_MS = 4000
let questions = 0

/**
 * An answer that follows its question: asked again when the question changes and the hand rests. The newest question
 * wins and cancels the one before; the last good answer stays while a wrong entry is mended; when the server is gone
 * it is asked again until it is back. ask answers null while there is nothing to ask.
 *
 * Usage: `const { answer, problem } = useAsk(() => [draft.value, room.value], (signal) => api.rest({ body, signal }))`
 */
export function useAsk<T>(
  question: () => unknown,
  ask: (signal: AbortSignal) => Promise<T> | null,
  { rest = REST_MS } = {},
) {
  const answer = shallowRef<T | null>(null) as Ref<T | null>
  const problem = ref('')
  /** The answer is to an older question while a newer one is being worked out. */
  const isOld = ref(true)
  const turn = ref(0)
  const id = (questions += 1)
  const timer = useTimeoutFn(
    () => {
      turn.value += 1
    },
    () => (answer.value === null ? 0 : rest),
    { immediate: false },
  )
  const query = useQuery({
    queryKey: ['ask', id, turn],
    queryFn: async ({ signal }) => {
      const going = ask(signal)
      return going === null ? { asked: false as const } : { asked: true as const, got: await going }
    },
    enabled: computed(() => turn.value > 0),
    retry: (_, error) => error instanceof ApiError && error.unreachable,
    retryDelay: GONE_MS,
    staleTime: Infinity,
    gcTime: 0,
    networkMode: 'always',
    refetchOnWindowFocus: false,
  })

  function again(): void {
    isOld.value = true
    timer.start()
  }
  watch(question, again, { deep: true, immediate: true })
  watch(query.data, (now) => {
    if (now === undefined) return
    if (now.asked) answer.value = now.got
    if (now.asked) problem.value = ''
    if (!timer.isPending.value) isOld.value = false
  })
  watch(query.failureReason, (why) => {
    if (why !== null) problem.value = words(why)
  })

  return { answer, problem, isOld, busy: query.isFetching, again }
}
