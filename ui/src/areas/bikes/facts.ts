import type { Facts } from '@/api/client'

interface FactChoice {
  fact: keyof Facts
  label: string
  words: string[]
}

const brakes = [
  'disc_hydraulic',
  'disc_cable',
  'rim_linear',
  'rim_caliper',
  'rim_hydraulic',
  'drum',
  'roller',
  'band',
]

/** The facts that are chosen from a list, with their words and what they are called. */
export const factChoices: FactChoice[] = [
  {
    fact: 'frame',
    label: 'Frame shape',
    words: ['diamond', 'sloping', 'step_through', 'folding', 'long_cargo', 'tandem', 'tricycle', 'other'],
  },
  {
    fact: 'material',
    label: 'Frame material',
    words: ['steel', 'aluminium', 'carbon', 'titanium', 'other'],
  },
  { fact: 'bar', label: 'Bar', words: ['drop', 'flat', 'swept'] },
  { fact: 'front_brake', label: 'Front brake', words: [...brakes, 'other', 'none'] },
  { fact: 'rear_brake', label: 'Rear brake', words: [...brakes, 'back_pedal', 'other', 'none'] },
  { fact: 'third_brake', label: 'Third brake', words: ['none', ...brakes, 'other'] },
  { fact: 'rotor_mount', label: 'Rotors held by', words: ['none', 'six_bolt', 'centre'] },
  { fact: 'drive', label: 'Driven by', words: ['chain', 'belt', 'other'] },
  { fact: 'gears', label: 'Gears', words: ['cable', 'electronic', 'hub', 'single', 'fixed', 'other'] },
  { fact: 'suspension', label: 'Suspension', words: ['rigid', 'front', 'full'] },
  { fact: 'electric', label: 'Electric', words: ['none', 'mid_motor', 'hub_motor'] },
  { fact: 'front_axle', label: 'Front axle', words: ['quick_release', 'through', 'nuts'] },
  { fact: 'rear_axle', label: 'Rear axle', words: ['quick_release', 'through', 'nuts'] },
  { fact: 'stem', label: 'Stem', words: ['threadless', 'quill'] },
  { fact: 'crank', label: 'Cranks', words: ['pinch', 'taper', 'splined'] },
  { fact: 'bottom_bracket', label: 'Bottom bracket', words: ['threaded', 'press_fit'] },
  { fact: 'post', label: 'Seatpost', words: ['fixed', 'dropper'] },
  { fact: 'saddle_clamp', label: 'Saddle clamp', words: ['one_bolt', 'two_bolt'] },
]

const materials = ['unknown', 'steel', 'aluminium', 'carbon']

/** The facts that are read on the bike: to choose a word is to say that one has read it. */
export const readChoices: FactChoice[] = [
  { fact: 'front_fluid', label: 'Front brake’s fluid', words: ['unknown', 'mineral', 'dot'] },
  { fact: 'rear_fluid', label: 'Rear brake’s fluid', words: ['unknown', 'mineral', 'dot'] },
  { fact: 'steerer', label: 'Steerer', words: materials },
  { fact: 'bar_material', label: 'Handlebar', words: materials },
  { fact: 'fork_material', label: 'Fork', words: materials },
  { fact: 'post_material', label: 'Seatpost', words: [...materials, 'titanium'] },
  {
    fact: 'bracket_thread',
    label: 'Drive side cup’s thread',
    words: ['unknown', 'drive_left', 'drive_right'],
  },
  { fact: 'brake_hands', label: 'Front brake worked by', words: ['unknown', 'front_left', 'front_right'] },
]

/** There says whether a bike has what a fact that is read is about. */
export const there = (facts: Facts, fact: keyof Facts) =>
  facts[fact] !== 'none' && (fact !== 'bracket_thread' || facts.bottom_bracket === 'threaded')

/** HasOther says whether something on the bike has no word here, so that the owner's are wanted. */
export const hasOther = (facts: Facts) =>
  [
    facts.frame,
    facts.material,
    facts.front_brake,
    facts.rear_brake,
    facts.third_brake,
    facts.drive,
    facts.gears,
  ].some((word) => word === 'other')

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
    const hydraulic = next[`${end}_brake`].endsWith('_hydraulic')
    next[`${end}_fluid`] = hydraulic ? 'unknown' : 'none' // of another brake nobody has read it
  }
  const disc = next.front_brake.startsWith('disc') || next.rear_brake.startsWith('disc')
  if (!disc) next.rotor_mount = 'none'
  else if (next.rotor_mount === 'none') next.rotor_mount = 'centre'
  if (next.drive === 'belt' && (next.gears === 'cable' || next.gears === 'electronic')) {
    if (fact === 'drive') next.gears = 'hub'
    else next.drive = 'chain'
  }
  if (next.gears === 'single' || next.gears === 'fixed') next.speeds = 1
  return next
}

/** asKind gives the facts of a kind of bike, with the words that were read on this one, where they still can be. */
export function asKind(facts: Facts, kind: Facts): Facts {
  const kept = readChoices.filter(
    ({ fact }) =>
      kind[fact] === 'unknown' &&
      facts[fact] !== 'none' &&
      (fact !== 'front_fluid' || facts.front_brake === kind.front_brake) &&
      (fact !== 'rear_fluid' || facts.rear_brake === kind.rear_brake),
  )
  return { ...kind, ...Object.fromEntries(kept.map(({ fact }) => [fact, facts[fact]])) }
}
