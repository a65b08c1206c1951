import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { theDough } from '@/dough/key'

/** Which version a sheet is of, kept in the address: null is the draft. */
export function useHanded() {
  const route = useRoute()
  const router = useRouter()
  const version = computed({
    get: () => Number(route.query['version']) || null,
    set: (n: number | null) =>
      void router.replace({ query: { ...route.query, version: n ? String(n) : undefined } }),
  })
  return { version }
}

/** A sheet of the dough as it is saved, asked for anew when the draft or what is wished of the sheet changes. */
export function useSheet<T>(name: string, wish: Ref<unknown>, ask: () => Promise<T>) {
  const dough = theDough()
  return useQuery({
    queryKey: [name, dough.id, computed(() => dough.record.value?.revision), wish],
    queryFn: async () => {
      await dough.save()
      return ask()
    },
    placeholderData: keepPreviousData,
    retry: false,
  })
}

/** The draft or a version as a query of a file's address. */
export function asked(of: Record<string, string | number | null | undefined>): string {
  const said = Object.entries(of).filter(([, v]) => v !== null && v !== undefined && v !== '')
  return said.length ? `?${new URLSearchParams(said.map(([k, v]) => [k, String(v)])).toString()}` : ''
}
