import { computed, ref, type Ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

import { allRead } from './desk'

type Riding = Schemas['Riding']
type Place = 'hill' | 'road'
export type RidingFigure = Exclude<keyof Riding, Place>

const unknown: Riding = {
  mass_kg: 0,
  hill: '',
  drop_m: 0,
  length_m: 0,
  speed_kmh: 0,
  road: '',
  level_m: 0,
  front_rotor_mm: 0,
  rear_rotor_mm: 0,
}
/** What most riders are like, where this one has told nothing yet. */
const usual: Riding = {
  ...unknown,
  mass_kg: 95,
  drop_m: 180,
  length_m: 2000,
  speed_kmh: 20,
  front_rotor_mm: 160,
  rear_rotor_mm: 160,
}

/**
 * useRiding is what a desk of the brake asks about the rider and one place, starting from what the
 * bike has kept.
 */
export function useRiding(place: Place, figures: RidingFigure[]) {
  const { job } = useOpenJob()
  const kept = computed(() => ({ ...unknown, ...job.value.bike.riding }))
  const fields = [place, ...figures]
  const typed: Ref<Record<string, string>> = ref(
    Object.fromEntries(fields.map((f) => [f, String(kept.value[f] || usual[f] || '')])),
  )
  const text = (f: keyof Riding) => typed.value[f]?.trim() ?? ''
  /** What the bike would keep; undefined while a figure cannot be read. An empty one is not known. */
  const riding = computed<Riding | undefined>(() => {
    const told = allRead(
      figures.filter((f) => text(f) !== ''),
      typed.value,
    )
    const empty = Object.fromEntries(figures.map((f) => [f, 0])) as Record<RidingFigure, number>
    return told && { ...kept.value, ...empty, ...told, [place]: text(place) }
  })
  const changed = computed(() => fields.some((f) => riding.value && riding.value[f] !== kept.value[f]))
  const known = computed(() => kept.value.mass_kg > 0)
  return { typed, riding, changed, known }
}
