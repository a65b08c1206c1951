import { useQueryClient } from '@tanstack/vue-query'
import { ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

const USUAL_C = '21'

/** The room's temperature as typed, °C; it starts with what the kitchen says of its room. */
export function useRoom(): Ref<string> {
  const kitchen = useQueryClient().getQueryData<Schemas['KitchenOut']>(['kitchen'])
  return ref(String(kitchen?.room_c ?? USUAL_C))
}
