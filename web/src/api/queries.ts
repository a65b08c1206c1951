import { useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import { api } from '@/api/calls'
import { type Schemas } from '@/api/client'

export type Ingredient = Schemas['IngredientOut']
export type Quantity = Schemas['Quantity']
export type Role = Quantity['roles'][number]

const forever = { staleTime: Infinity, gcTime: Infinity }

/** The ingredient table, styles and words: asked for once. */
export function useReference() {
  const query = useQuery({
    queryKey: ['reference'],
    queryFn: () => api.reference(),
    ...forever,
  })
  const { data: pantry } = usePantry()
  const all = computed(() => [
    ...(pantry.value ?? []).map((o) => o.ingredient),
    ...(query.data.value?.ingredients ?? []),
  ])
  const ingredients = computed(() => new Map(all.value.map((i) => [i.id, i] as const)))
  const quantities = computed(
    () => new Map((query.data.value?.quantities ?? []).map((q) => [q.key, q] as const)),
  )
  /** The quantities that play a role, in the registry's order. */
  const ofRole = (role: Role): Quantity[] =>
    [...quantities.value.values()].filter((q) => q.roles.includes(role))
  return { ...query, all, ingredients, quantities, ofRole }
}

/** The cook's own ingredients, newest versions. */
export function usePantry() {
  return useQuery({ queryKey: ['pantry'], queryFn: () => api.pantry(), ...forever })
}

export function useKitchen() {
  return useQuery({ queryKey: ['kitchen'], queryFn: () => api.kitchen() })
}

export function useSession() {
  return useQuery({ queryKey: ['session'], queryFn: () => api.session(), retry: false })
}

export function useShelf() {
  return useQuery({ queryKey: ['shelf'], queryFn: () => api.shelf() })
}

export function useBakes(id: Ref<number>) {
  return useQuery({
    queryKey: ['bakes', id],
    queryFn: () => api.bakes({ params: { path: { dough_id: id.value } } }),
  })
}

/** All the kitchen has. */
export function useFurnished() {
  return useQuery({ queryKey: ['furnished'], queryFn: () => api.furnished() })
}

export type Right = NonNullable<Schemas['SessionOut']['cook']>['rights'][number]

/** What whoever is signed in may do here. Usage: `const may = useRights(); may('furnish')` */
export function useRights(): (right: Right) => boolean {
  const { data: session } = useSession()
  return (right) => session.value?.cook?.rights.includes(right) ?? false
}
