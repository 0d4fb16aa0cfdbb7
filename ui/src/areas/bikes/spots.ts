import type { Facts } from '@/api/client'
import { drawingOf } from '@/drawing/geometry'

/** A place on the drawing that is pressed to say what is there: where it is drawn, and its facts. */
export interface Spot {
  id: string
  name: string
  facts: (keyof Facts)[]
  /** how far round it a small picture shows, mm */
  reach?: number
}

/** The places, each under the name of a point that the drawing knows. */
export const spots: Spot[] = [
  { id: 'frame', name: 'Frame', facts: ['frame', 'material'], reach: 620 },
  {
    id: 'front-pads',
    name: 'Front brake',
    facts: ['front_brake', 'front_fluid', 'front_port', 'rotor_mount'],
    reach: 330,
  },
  {
    id: 'rear-pads',
    name: 'Rear brake',
    facts: ['rear_brake', 'rear_fluid', 'rear_port', 'third_brake'],
    reach: 330,
  },
  { id: 'sprockets', name: 'Gears', facts: ['gears', 'drive', 'sprockets_on'] },
  { id: 'bottom-bracket', name: 'Cranks', facts: ['crank', 'bottom_bracket', 'bracket_thread'] },
  { id: 'grips', name: 'Handlebar', facts: ['bar', 'bar_material', 'brake_hands'] },
  { id: 'stem', name: 'Stem', facts: ['stem', 'steerer'] },
  { id: 'fork', name: 'Fork', facts: ['suspension', 'fork_material'] },
  { id: 'front-wheel', name: 'Front axle', facts: ['front_axle'] },
  { id: 'rear-wheel', name: 'Rear axle', facts: ['rear_axle'] },
  { id: 'seatpost', name: 'Seatpost', facts: ['post', 'post_material', 'saddle_clamp'] },
  { id: 'motor', name: 'Motor', facts: ['electric', 'motor_end'] },
]

/** looksDifferent says whether the words of a fact are drawn in more than one way: else a word says it. */
export function looksDifferent(facts: Facts, fact: keyof Facts, words: readonly string[]) {
  const looks = words.map((w) =>
    drawingOf({ ...facts, [fact]: w })
      .shapes.map((s) => s.d)
      .join(),
  )
  return new Set(looks).size > 1
}
