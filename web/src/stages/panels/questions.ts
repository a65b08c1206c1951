import { useQuery } from '@tanstack/vue-query'
import { api } from '@/api/calls'

/** What panels can be asked, what can be hidden, and how large a difference is in words: asked for once. */
export function usePanelQuestions() {
  return useQuery({
    queryKey: ['panelQuestions'],
    queryFn: () => api.panelQuestions(),
    staleTime: Infinity,
  })
}
