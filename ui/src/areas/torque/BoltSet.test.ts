// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import type { BoltView } from '@/api/client'

import BoltSet from './BoltSet.vue'

/** six bolts of a rotor, in the order in which a star tightens them. */
const star = ['1', '4', '2', '5', '3', '6'].map(
  (position, i) =>
    ({
      fastener: 'rotor',
      position,
      name: 'Rotor bolts',
      pattern: 'star',
      turn: i + 1,
      of: 6,
      half_nm: 2.5,
      settled: i < 2,
    }) as BoltView,
)
const draw = (current: BoltView, half = false, bolts = star) =>
  mount(BoltSet, { props: { bolts, current, half } })

describe('the drawing of a set', () => {
  it('says the order, and shows the next bolt apart from those done and those to come', () => {
    const set = draw(star[2] as BoltView)
    expect(set.find('svg').attributes('aria-label')).toBe('6 bolts in a star: 1, 4, 2, 5, 3, 6')
    const fills = set.findAll('circle').map((c) => c.attributes('fill'))
    expect(fills.filter((f) => f === 'var(--color-petrol)')).toHaveLength(1)
    expect(fills.filter((f) => f === 'var(--color-ink)')).toHaveLength(2)
    expect(fills.filter((f) => f === 'var(--color-paper)')).toHaveLength(3)
    expect(set.text()).toContain('bolt 3 of 6')
  })

  it('puts each bolt in its own place round the circle', () => {
    const places = draw(star[0] as BoltView)
      .findAll('g')
      .map((g) => g.attributes('transform'))
    expect(new Set(places).size).toBe(6)
  })

  it('asks for the half round first, with its figure', () => {
    expect(draw(star[0] as BoltView, true).text()).toContain('First round: half, 2.5 N·m')
  })

  it('draws two bolts side by side, with their names', () => {
    const pair = ['upper', 'lower'].map(
      (position, i) => ({ ...star[i], position, pattern: 'turns', of: 2, turn: i + 1 }) as BoltView,
    )
    const set = draw(pair[0] as BoltView, false, pair)
    expect(set.text()).toContain('upper')
    expect(set.text()).toContain('lower')
    expect(set.find('svg').attributes('aria-label')).toBe('2 bolts in turns: upper, lower')
  })
})
