import { computed } from 'vue'
import { useKitchen } from '@/api/queries'

/** The parts of Results, in the order a bake is worked through; Learn carries what is not learned from yet. */
export function useResultTabs() {
  const { data: kitchen } = useKitchen()
  return computed(() => [
    { to: 'results', name: 'Bakes' },
    { to: 'compare', name: 'Side by side' },
    { to: 'lineage', name: 'Lineage' },
    { to: 'learn', name: 'Learn', count: kitchen.value?.unlearned ?? null },
  ])
}
