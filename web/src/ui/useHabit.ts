import { useQueryClient } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'
import type { Schemas } from '@/api/client'

export type Habit = Schemas['RecipeOut']['habit']

export const HABITS: { id: Habit; name: string }[] = [
  { id: 'metric', name: 'metric cups, EU/UK eggs' },
  { id: 'us', name: 'US cups, spoons and eggs' },
  { id: 'au', name: 'Australian cups and spoons' },
]

/** Whose cup, spoon and egg a typed measure means: the kitchen's, unless this device was told otherwise. */
export function useHabit(): Ref<Habit> {
  const kitchen = useQueryClient().getQueryData<Schemas['KitchenOut']>(['kitchen'])
  const usual = HABITS.find((h) => h.id === kitchen?.units)?.id ?? 'metric'
  return useLocalStorage<Habit>('tarte-measures', usual, { writeDefaults: false })
}
