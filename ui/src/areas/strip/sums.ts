/** A figure that a sum asks for. */
export interface SumField {
  name: string
  label: string
  start?: string
}

/** What each sum of an assembly is called, and what it asks for; all in mm unless a figure names its unit. */
export const sums: Record<string, { name: string; about: string; fields: SumField[]; thread?: boolean }> = {
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
    about: 'Calliper over the faces, and across the bore.',
    fields: [
      { name: 'width', label: 'Width' },
      { name: 'bore', label: 'Bore' },
    ],
    thread: true,
  },
  press: {
    name: 'Press fit',
    about: 'Measured at four places: the smallest bore, the largest outside.',
    fields: [
      { name: 'bore', label: 'Bore of the seat' },
      { name: 'outside', label: 'Outside of the bearing' },
    ],
  },
}
