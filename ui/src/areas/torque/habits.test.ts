import { describe, expect, it } from 'vitest'
import { ref } from 'vue'

import type { BoltView, Schemas } from '@/api/client'

import { inOrder, loosestFirst, type TorqueHabits, useInHand } from './habits'

const bolt = (fastener: string, component: string, low?: number) =>
  ({ fastener, component, wrench: 'small', loose_here: low === undefined ? undefined : { low } }) as BoltView
const bolts = [
  bolt('stem', 'Stem', 0.1),
  bolt('caliper-upper', 'Front brake', 0.4),
  bolt('caliper-lower', 'Front brake', 0.4),
  bolt('basket', 'Added to this bike'),
  bolt('saddle', 'Seat', 0.3),
]
const runs = [
  { id: 'front', name: 'Front to back', about: '', components: ['Stem', 'Front brake', 'Seat'] },
  { id: 'seat', name: 'Seat first', about: '', components: ['Seat', 'Front brake'] },
]
const names = (order: string) => inOrder(bolts, order, runs).map((b) => b.fastener)

describe('the order of the run', () => {
  it('follows the components of the run; what it leaves out comes last, as it was', () => {
    expect(names('front')).toEqual(['stem', 'caliper-upper', 'caliper-lower', 'saddle', 'basket'])
    expect(names('seat')).toEqual(['saddle', 'caliper-upper', 'caliper-lower', 'stem', 'basket'])
  })
  it('can put the likeliest to be loose first, and what nobody knows of last', () => {
    expect(names(loosestFirst)).toEqual(['caliper-upper', 'caliper-lower', 'saddle', 'stem', 'basket'])
  })
  it('keeps every bolt under an order that is not known any more', () => {
    expect(names('gone')).toEqual(bolts.map((b) => b.fastener))
  })
})

describe('the wrench in hand', () => {
  const wrench = (id: string, due?: string) => ({ id, name: id, due }) as Schemas['Wrench']
  const habits = (chosen: string) => ({ wrench: ref(chosen) }) as unknown as TorqueHabits
  const hand = (chosen: string, all: Schemas['Wrench'][]) =>
    useInHand(bolts[0] as BoltView, all, habits(chosen)).value?.id

  it('is the closest of the register, if it is in date', () => {
    expect(hand('', [wrench('large'), wrench('small')])).toBe('small')
    expect(hand('', [wrench('small', 'older than 12 months')])).toBeUndefined()
  })
  it('is the one chosen, even past its calibration, or none', () => {
    expect(hand('beam', [wrench('small'), wrench('beam', 'older than 12 months')])).toBe('beam')
    expect(hand('none', [wrench('small')])).toBeUndefined()
  })
})
