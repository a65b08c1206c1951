import { useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'
import type { Schemas } from '@/api/client'

export type Habit = Schemas['RecipeOut']['habit']

export const HABITS: { id: Habit; name: string }[] = [
  { id: 'metric', name: 'metric cups, EU/UK eggs' },
  { id: 'us', name: 'US cups, spoons and eggs' },
  { id: 'au', name: 'Australian cups and spoons' },
]

/** Whose cup, spoon and egg a typed measure means; kept on this device. */
export function useHabit(): Ref<Habit> {
  return useLocalStorage<Habit>('tarte-measures', 'metric')
}
