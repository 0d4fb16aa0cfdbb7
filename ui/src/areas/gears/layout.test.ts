import { describe, expect, it } from 'vitest'

import type { Schemas } from '@/api/client'

import { columnsOf } from './layout'

const bench = {
  gear: { teeth: [11, 13, 15, 17], spacing_mm: 4.8 },
  stands_mm: [0, 0, -1, 0.2],
  band_mm: 0.62,
} as unknown as Schemas['GearBench']

describe('sprockets from behind', () => {
  it('lie with the largest towards the spokes, on the left', () => {
    const { columns } = columnsOf(bench, 700, 180)
    const at = columns.map((c) => c.at)
    expect(at).toEqual([...at].sort((a, b) => b - a))
    expect(columns.at(-1)?.height).toBe(180)
  })
  it('show a pulley that stands back to the right of its sprocket, and say what is out of its band', () => {
    const { columns } = columnsOf(bench, 700, 180)
    expect(columns.map((c) => Math.sign(c.pulley - c.at))).toEqual([0, 0, 1, -1])
    expect(columns.map((c) => c.right)).toEqual([true, true, false, true])
  })
  it('fit a narrow screen', () => {
    const { columns } = columnsOf(bench, 320, 120)
    columns.forEach((c) => expect(c.at).toBeGreaterThan(0))
    columns.forEach((c) => expect(c.at).toBeLessThan(320))
  })
})
