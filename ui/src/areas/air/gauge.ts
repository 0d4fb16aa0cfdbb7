import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { usePart } from '@/areas/job/open'

/**
 * useGauge is what pressures are read with, as it was chosen last on this tablet: one of the shop's
 * gauges, or none that is named. Tyres and legs each have theirs.
 */
export function useGauge(place: string) {
  const told = usePart('air')
  const chosen = useLocalStorage(`utensil-gauge-${place.endsWith('tyre') ? 'tyre' : 'leg'}`, '')
  const gauges = computed(() => told.value.gauges)
  const gauge = computed(() => gauges.value.find((g) => g.id === chosen.value))
  /** What it shows at a pressure, where that is another figure. */
  const shownAt = (shows?: Schemas['GaugeShows'][]) => shows?.find((s) => s.gauge === gauge.value?.id)?.bar
  return { chosen, gauges, gauge, shownAt }
}
