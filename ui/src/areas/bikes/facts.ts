import type { Facts } from '@/api/client'

/** The facts that are chosen from a list, with their words and what they are called. */
export const factChoices: { fact: keyof Facts; label: string; words: string[] }[] = [
  {
    fact: 'frame',
    label: 'Frame shape',
    words: ['diamond', 'sloping', 'step_through', 'folding', 'long_cargo'],
  },
  { fact: 'material', label: 'Frame material', words: ['steel', 'aluminium', 'carbon', 'titanium'] },
  { fact: 'bar', label: 'Bar', words: ['drop', 'flat', 'swept'] },
  {
    fact: 'front_brake',
    label: 'Front brake',
    words: ['disc_hydraulic', 'disc_cable', 'rim_linear', 'rim_caliper', 'drum', 'none'],
  },
  { fact: 'front_fluid', label: 'Front fluid', words: ['none', 'mineral', 'dot'] },
  {
    fact: 'rear_brake',
    label: 'Rear brake',
    words: ['disc_hydraulic', 'disc_cable', 'rim_linear', 'rim_caliper', 'drum', 'back_pedal', 'none'],
  },
  { fact: 'rear_fluid', label: 'Rear fluid', words: ['none', 'mineral', 'dot'] },
  { fact: 'rotor_mount', label: 'Rotors held by', words: ['none', 'six_bolt', 'centre'] },
  { fact: 'gears', label: 'Gears', words: ['cable', 'electronic', 'hub', 'single'] },
  { fact: 'suspension', label: 'Suspension', words: ['rigid', 'front', 'full'] },
  { fact: 'electric', label: 'Electric', words: ['none', 'mid_motor', 'hub_motor'] },
  { fact: 'front_axle', label: 'Front axle', words: ['quick_release', 'through', 'nuts'] },
  { fact: 'rear_axle', label: 'Rear axle', words: ['quick_release', 'through', 'nuts'] },
  { fact: 'stem', label: 'Stem', words: ['threadless', 'quill'] },
  { fact: 'crank', label: 'Cranks', words: ['pinch', 'taper', 'splined'] },
  { fact: 'bottom_bracket', label: 'Bottom bracket', words: ['threaded', 'press_fit'] },
  { fact: 'post', label: 'Seatpost', words: ['aluminium', 'carbon', 'dropper'] },
  { fact: 'saddle_clamp', label: 'Saddle clamp', words: ['one_bolt', 'two_bolt'] },
]

/** What may be bolted to a bike, with what people call it. */
export const carried = [
  ['guards', 'mudguards'],
  ['rack_front', 'front rack'],
  ['rack_rear', 'rear rack'],
  ['stand', 'kickstand'],
  ['cage', 'bottle cage'],
  ['lamp', 'lamps'],
  ['dynamo', 'hub dynamo'],
  ['child_seat', 'child seat'],
] as const

/** changed gives the facts after one of them is set, keeping those that hang on it possible. */
export function changed<K extends keyof Facts>(facts: Facts, fact: K, value: Facts[K]): Facts {
  const next = { ...facts, [fact]: value }
  for (const end of ['front', 'rear'] as const) {
    if (fact !== `${end}_brake`) continue
    const hydraulic = next[`${end}_brake`] === 'disc_hydraulic'
    if (!hydraulic) next[`${end}_fluid`] = 'none'
    else if (next[`${end}_fluid`] === 'none') next[`${end}_fluid`] = 'mineral'
  }
  const disc = next.front_brake.startsWith('disc') || next.rear_brake.startsWith('disc')
  if (!disc) next.rotor_mount = 'none'
  else if (next.rotor_mount === 'none') next.rotor_mount = 'centre'
  if (next.gears === 'single') next.speeds = 1
  return next
}
