import { keepPreviousData, useInfiniteQuery, useQuery, type QueryClient } from '@tanstack/vue-query'
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

/** Somebody signed in or out: nothing that was asked for somebody else stays. */
export function switchSession(queryClient: QueryClient, answer: Schemas['SessionOut']): void {
  queryClient.setQueryData(['session'], answer)
  queryClient.removeQueries({ predicate: (query) => query.queryKey[0] !== 'session' })
}

const SHELF_PAGE = 60

/** What is looked for on the shelf; empty is anything. */
export interface Sought {
  q: string
  style: string
  need: string
  holds: string
  planned: boolean
}

/** The doughs on the shelf, or those of them that are looked for, a page at a time: data holds the pages so far, more()
 * asks for the next. */
export function useShelf(sought?: Ref<Sought>) {
  const query = useInfiniteQuery({
    queryKey: sought ? ['shelf', sought] : ['shelf'],
    queryFn: ({ pageParam }) =>
      api.shelf({ params: { query: { after: pageParam, limit: SHELF_PAGE, ...sought?.value } } }),
    placeholderData: keepPreviousData,
    initialPageParam: 0,
    getNextPageParam: (last) => (last.length === SHELF_PAGE ? last[last.length - 1]?.id : undefined),
  })
  const data = computed(() => query.data.value?.pages.flat())
  return { ...query, data, older: query.hasNextPage, more: () => void query.fetchNextPage() }
}

/** All doughs by name. */
export function useNames() {
  return useQuery({ queryKey: ['shelf', 'names'], queryFn: () => api.doughNames() })
}

/** The bakes of a dough, newest first, a page at a time. */
export function useBakes(id: Ref<number>) {
  const query = useInfiniteQuery({
    queryKey: ['bakes', id],
    queryFn: ({ pageParam }) =>
      api.bakes({ params: { path: { dough_id: id.value }, query: pageParam ? { before: pageParam } : {} } }),
    initialPageParam: 0,
    getNextPageParam: (last) => last.older ?? undefined,
  })
  const data = computed(() => {
    const pages = query.data.value?.pages
    const first = pages?.[0]
    return first ? { ...first, bakes: pages.flatMap((p) => p.bakes) } : undefined
  })
  return { ...query, data, older: query.hasNextPage, more: () => void query.fetchNextPage() }
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
