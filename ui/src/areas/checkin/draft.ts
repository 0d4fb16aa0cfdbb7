import { useSessionStorage } from '@vueuse/core'

import { newId, type Schemas } from '@/api/client'

/** A bike coming in, as far as it has been typed. It survives a reload of the page. */
export interface Draft {
  id: string
  owner: Schemas['Owner']
  bike: Schemas['Bike']
  chosen: 'none' | 'owner' | 'bike' | 'new'
  words: string
  said: Record<string, boolean> // which parts of the words are complaints, where somebody pressed
  reading: string
  condition: string
  service: string
  stand: string
  promised: string // as a datetime field has it, by the shop's clock
  belongings: Schemas['Brought'][]
}

const plain: Schemas['Facts'] = {
  kind: 'commuter',
  frame: 'diamond',
  material: 'aluminium',
  wheel_front_mm: 622,
  wheel_rear_mm: 622,
  bar: 'flat',
  front_brake: 'disc_hydraulic',
  rear_brake: 'disc_hydraulic',
  third_brake: 'none',
  front_fluid: 'unknown',
  rear_fluid: 'unknown',
  front_port: 'unknown',
  rear_port: 'unknown',
  rotor_mount: 'centre',
  drive: 'chain',
  gears: 'cable',
  sprockets_on: 'freehub',
  speeds: 9,
  rings: 2,
  suspension: 'rigid',
  electric: 'none',
  motor_end: 'none',
  front_axle: 'quick_release',
  rear_axle: 'quick_release',
  stem: 'threadless',
  steerer: 'unknown',
  bar_material: 'unknown',
  fork_material: 'unknown',
  crank: 'pinch',
  bottom_bracket: 'threaded',
  bracket_thread: 'unknown',
  post: 'fixed',
  post_material: 'unknown',
  saddle_clamp: 'two_bolt',
  brake_hands: 'unknown',
  carries: [],
  other: '',
}

export const newOwner = (name = ''): Schemas['Owner'] => ({
  id: newId(),
  name,
  phone: '',
  email: '',
  note: '',
  version: 0,
})

export const newBike = (): Schemas['Bike'] => ({
  id: newId(),
  owner_id: '',
  make: '',
  model: '',
  colour: '',
  frame_number: '',
  facts: { ...plain },
  weekly_km: 0,
  version: 0,
})

export const blank = (): Draft => ({
  id: newId(),
  owner: newOwner(),
  bike: newBike(),
  chosen: 'none',
  words: '',
  said: {},
  reading: '',
  condition: '',
  service: 'routine',
  stand: '',
  promised: '',
  belongings: [],
})

/**
 * saidOf are the parts of what was heard that are complaints: what sounds like one, unless somebody
 * pressed otherwise.
 */
export const saidOf = (draft: Draft, heard: Schemas['ComplaintAnswer'][]) =>
  heard.filter((h) => draft.said[h.words] ?? !!h.fault)

/** A draft that was begun before a fact was asked for gets the blank word for it. */
const filled = (kept: Draft, fresh: Draft): Draft => ({
  ...fresh,
  ...kept,
  bike: { ...fresh.bike, ...kept.bike, facts: { ...plain, ...kept.bike.facts } },
})

export const useDraft = () =>
  useSessionStorage<Draft>('utensil-check-in', blank(), { deep: true, mergeDefaults: filled })
