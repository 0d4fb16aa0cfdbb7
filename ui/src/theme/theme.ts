import { useLocalStorage } from '@vueuse/core'
import { watchEffect } from 'vue'

const theme = useLocalStorage<'chalk' | 'dim'>('utensil-theme', 'chalk')

/** useTheme keeps the page in the chosen light: chalk by day, dim in the evening. */
export function useTheme() {
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })
  return { theme, toggle: () => (theme.value = theme.value === 'chalk' ? 'dim' : 'chalk') }
}
