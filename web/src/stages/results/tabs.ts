import { computed } from 'vue'
import { useKitchen } from '@/api/queries'
import { partsOf } from '@/stages/stages'

/** The parts of Results; Learn carries what is not learned from yet. */
export function useResultTabs() {
  const { data: kitchen } = useKitchen()
  return computed(() =>
    partsOf('results').map((p) => (p.to === 'learn' ? { ...p, count: kitchen.value?.unlearned ?? null } : p)),
  )
}
