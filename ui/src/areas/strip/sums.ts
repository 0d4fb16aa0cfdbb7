/** A figure that a sum asks for. */
export interface SumField {
  name: string
  label: string
  start?: string
}

/** Something that is so or not. */
export interface SumTick {
  name: string
  label: string
  start?: boolean
}

/** What each sum of an assembly is called, and what it asks for; all in mm unless a figure names its unit. */
export const sums: Record<string, { name: string; about: string; fields: SumField[]; ticks?: SumTick[] }> = {
  stack: {
    name: 'Spacers under the stem',
    about: 'Tape measure on the steerer, everything on but stem and spacers.',
    fields: [
      { name: 'steerer_mm', label: 'Steerer above the cover' },
      { name: 'stem_mm', label: 'Stem’s clamp, height', start: '40' },
    ],
  },
  play: {
    name: 'Play of the cones',
    about: 'The rim pushed from side to side against a stop.',
    fields: [
      { name: 'rim', label: 'Play at the rim' },
      { name: 'radius', label: 'Rim’s radius', start: '311' },
      { name: 'pitch', label: 'Axle’s pitch', start: '1' },
    ],
  },
  clearance: {
    name: 'Arm and stay',
    about: 'A feeler between arm and stay; then a hand flexes the arm towards it.',
    fields: [
      { name: 'rest', label: 'Gap at rest' },
      { name: 'flexed', label: 'Gap flexed' },
    ],
  },
  shell: {
    name: 'Which shell is it?',
    about: 'Vernier over the faces, and across the bore.',
    fields: [
      { name: 'width', label: 'Width' },
      { name: 'bore', label: 'Bore' },
    ],
    ticks: [{ name: 'thread', label: 'it has a thread', start: true }],
  },
  press: {
    name: 'Press fit',
    about: 'Measured at four places: the smallest bore, the largest outside.',
    fields: [
      { name: 'bore', label: 'Bore of the seat' },
      { name: 'outside', label: 'Outside of the bearing' },
    ],
  },
  line: {
    name: 'Chain’s line',
    about: 'Behind from the hub, in front from the tube above the bracket.',
    fields: [
      { name: 'tube', label: 'Seat tube, outside' },
      { name: 'ring', label: 'Its side to the rings’ middle' },
      { name: 'over', label: 'Over the hub’s locknuts', start: '135' },
      { name: 'locknut', label: 'Locknut to the sprockets’ middle' },
    ],
    ticks: [{ name: 'mech', label: 'a mech moves the chain', start: true }],
  },
  knock: {
    name: 'What knocks?',
    about: 'Front brake on, rock it; then once more with the bar turned across. Tick what you felt.',
    fields: [],
    ticks: [
      { name: 'straight', label: 'it knocks with the bar straight' },
      { name: 'turned', label: 'it knocks with the bar turned across' },
      { name: 'cup', label: 'a finger at the lower cup feels it' },
      { name: 'legs', label: 'a finger where a leg goes in feels it' },
      { name: 'hub', label: 'brake off, the wheel moves across' },
    ],
  },
}
