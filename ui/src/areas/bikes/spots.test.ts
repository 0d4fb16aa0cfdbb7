import { describe, expect, it } from 'vitest'

import type { Facts } from '@/api/client'
import { drawingOf } from '@/drawing/geometry'

import { looksDifferent, spots } from './spots'

const commuter = {
  frame: 'diamond',
  material: 'aluminium',
  wheel_front_mm: 622,
  wheel_rear_mm: 622,
  bar: 'flat',
  front_brake: 'disc_hydraulic',
  rear_brake: 'disc_hydraulic',
  third_brake: 'none',
  gears: 'cable',
  drive: 'chain',
  speeds: 9,
  rings: 2,
  suspension: 'rigid',
  electric: 'none',
  post: 'fixed',
  stem: 'threadless',
  carries: [] as string[],
} as Facts

describe('places that are pressed on the drawing', () => {
  it('each stands somewhere on it', () => {
    const { anchors } = drawingOf(commuter)
    spots.forEach((s) => expect(anchors[s.id], s.name).toBeDefined())
  })
  it('asks for no fact twice', () => {
    const facts = spots.flatMap((s) => s.facts)
    expect(new Set(facts).size).toBe(facts.length)
  })
  it('draws what looks different, and says the rest in words', () => {
    expect(looksDifferent(commuter, 'front_brake', ['disc_hydraulic', 'rim_caliper'])).toBe(true)
    expect(looksDifferent(commuter, 'front_fluid', ['mineral', 'dot'])).toBe(false)
  })
})
