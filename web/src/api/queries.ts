import { useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import { client, data, type Schemas } from './client'

export type Ingredient = Schemas['IngredientOut']

const forever = { staleTime: Infinity, gcTime: Infinity }

/** The ingredient table, styles and words: asked for once. */
export function useReference() {
  const query = useQuery({
    queryKey: ['reference'],
    queryFn: () => data(client.GET('/api/reference')),
    ...forever,
  })
  const { data: pantry } = usePantry()
  const all = computed(() => [
    ...(pantry.value ?? []).map((o) => o.ingredient),
    ...(query.data.value?.ingredients ?? []),
  ])
  const ingredients = computed(() => new Map(all.value.map((i) => [i.id, i] as const)))
  return { ...query, all, ingredients }
}

/** The cook's own ingredients, newest versions. */
export function usePantry() {
  return useQuery({ queryKey: ['pantry'], queryFn: () => data(client.GET('/api/pantry')), ...forever })
}

export function useKitchen() {
  return useQuery({ queryKey: ['kitchen'], queryFn: () => data(client.GET('/api/kitchen')) })
}

export function useSession() {
  return useQuery({ queryKey: ['session'], queryFn: () => data(client.GET('/api/session')), retry: false })
}

export function useShelf() {
  return useQuery({ queryKey: ['shelf'], queryFn: () => data(client.GET('/api/doughs')) })
}

export function useBakes(id: Ref<number>) {
  return useQuery({
    queryKey: ['bakes', id],
    queryFn: () =>
      data(client.GET('/api/doughs/{dough_id}/bakes', { params: { path: { dough_id: id.value } } })),
  })
}
