import { computed, ref, type Ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useDesk } from '@/areas/job/desk'

import { number } from './desk'

type Riding = Schemas['Riding']
export type RidingField = keyof Riding

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
const words: RidingField[] = ['hill', 'road']

/** useRiding is what a desk of the brake asks about the rider, starting from what the bike has kept. */
export function useRiding(fields: RidingField[]) {
  const { job } = useDesk()
  const kept = computed(() => ({ ...unknown, ...job.value.bike.riding }))
  const shown = (f: RidingField) => String(kept.value[f] || usual[f] || '')
  const typed: Ref<Record<string, string>> = ref(Object.fromEntries(fields.map((f) => [f, shown(f)])))
  const value = (f: RidingField) => {
    const text = typed.value[f] ?? ''
    return words.includes(f) ? text.trim() : number(text)
  }
  /** What the bike would keep. */
  const riding = computed<Riding>(() => ({
    ...kept.value,
    ...Object.fromEntries(fields.map((f) => [f, value(f)])),
  }))
  const changed = computed(() => fields.some((f) => value(f) !== kept.value[f]))
  const known = computed(() => kept.value.mass_kg > 0)
  return { typed, riding, changed, known }
}
