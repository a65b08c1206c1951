import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'

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

/** The draft or a version as a query of a file's address. */
export function asked(of: Record<string, string | number | null | undefined>): string {
  const said = Object.entries(of).filter(([, v]) => v !== null && v !== undefined && v !== '')
  return said.length ? `?${new URLSearchParams(said.map(([k, v]) => [k, String(v)])).toString()}` : ''
}
