/** Hints that whoever is signed in needs no more: theirs on every device, gone at once. */
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { useSession } from '@/api/queries'

const ALL = 'all'
const KEY = ['session']

/** Usage: `const { away, put } = usePutAway(); away('formula')` */
export function usePutAway() {
  const queryClient = useQueryClient()
  const { data: session } = useSession()
  const named = computed(() => session.value?.cook?.put_away ?? [])
  const { mutate } = useMutation({
    mutationFn: (hint: string) => api.putAway({ body: { hint } }),
    onMutate: (hint) => {
      // Gone on the screen whatever the server says; lost there, it comes back with the next page.
      queryClient.setQueryData<Schemas['SessionOut']>(KEY, (now) => {
        if (!now?.cook) return now
        const put_away = hint === '' ? [] : [...now.cook.put_away, hint]
        return { ...now, cook: { ...now.cook, put_away } }
      })
    },
    onSuccess: (answer) => {
      queryClient.setQueryData(KEY, answer)
    },
  })
  return {
    away: (hint: string) => named.value.includes(hint) || named.value.includes(ALL),
    /** Before it is known who asks, nothing is shown and then taken away. */
    known: computed(() => session.value?.cook !== undefined && session.value.cook !== null),
    /** Whether there is any to bring back. */
    some: computed(() => named.value.length > 0),
    bringBack: () => {
      mutate('')
    },
    put: (hint: string) => {
      mutate(hint)
    },
    putAll: () => {
      mutate(ALL)
    },
  }
}
