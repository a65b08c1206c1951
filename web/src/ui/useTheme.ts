import { useColorMode } from '@vueuse/core'
import { computed } from 'vue'

/** The light or dark theme: the cook's choice, or what the device prefers. */
export function useTheme() {
  const { state, store } = useColorMode({
    attribute: 'data-bs-theme',
    storageKey: 'tarte-theme',
    disableTransition: false,
  })
  const dark = computed(() => state.value === 'dark')
  return { chosen: store, dark, toggle: () => (store.value = dark.value ? 'light' : 'dark') }
}
