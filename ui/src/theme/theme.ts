import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { computed, watchEffect } from 'vue'

type Light = 'chalk' | 'dim'
/** What somebody chose on this device; empty until somebody has. */
const chosen = useLocalStorage<Light | ''>('utensil-theme', '')

/**
 * useTheme keeps the page in the chosen light: chalk by day, dim in the evening; as the device has
 * it until then.
 */
export function useTheme() {
  const dark = usePreferredDark()
  const theme = computed<Light>(() => chosen.value || (dark.value ? 'dim' : 'chalk'))
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })
  return { theme, toggle: () => (chosen.value = theme.value === 'chalk' ? 'dim' : 'chalk') }
}
