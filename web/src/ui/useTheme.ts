import { usePreferredDark, useStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'

export type ThemeChoice = 'auto' | 'light' | 'dark'

const chosen = useStorage<ThemeChoice>('tarte-theme', 'auto')

/** The light or dark theme: the cook's choice, or what the device prefers. */
export function useTheme() {
  const prefersDark = usePreferredDark()
  const dark = computed(() => (chosen.value === 'auto' ? prefersDark.value : chosen.value === 'dark'))
  watchEffect(() => {
    document.documentElement.dataset['bsTheme'] = dark.value ? 'dark' : 'light'
  })
  return { chosen, dark, toggle: () => (chosen.value = dark.value ? 'light' : 'dark') }
}
