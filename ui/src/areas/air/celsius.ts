import { useLocalStorage } from '@vueuse/core'

/**
 * The warmth of the air where the tablet is, as it was typed last: one for all places where a
 * pressure is read.
 */
export const useCelsius = () => useLocalStorage('utensil-celsius', 20)
