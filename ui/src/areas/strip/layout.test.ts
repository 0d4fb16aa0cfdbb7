import { describe, expect, it } from 'vitest'

import type { Schemas } from '@/api/client'

import { layOut, reach } from './layout'

const part = (id: string, r: number, z: number) => {
  const corners = [
    { r: 0, z: 0 },
    { r, z: 0 },
    { r, z },
  ]
  return { id, name: id, section: [corners] } as Schemas['PartView']
}
const pairs = <T>(list: readonly T[], apart = 1) =>
  list.slice(apart).map((after, i) => [list[i] as T, after] as const)

describe('parts pulled apart', () => {
  const sizes = [14, 9, 44, 16]
  const { parts: drawn, height } = layOut(
    sizes.map((z, i) => part(`p${i}`, 36 - 6 * i, z)),
    400,
  )

  it('keeps them in order, and none over another', () => {
    pairs(drawn).forEach(([above, below]) => expect(below.top).toBeGreaterThan(above.foot))
    expect(Math.max(...drawn.map((d) => d.foot))).toBeLessThan(height)
  })
  it('draws all to one scale, within the reach', () => {
    const scales = drawn.map((d, i) => (d.foot - d.top) / (sizes[i] ?? 0))
    pairs(scales).forEach(([a, b]) => expect(b).toBeCloseTo(a))
    drawn.forEach((d) => expect(d.out).toBeLessThanOrEqual(reach))
  })
  it('keeps names on one side apart, however thin the parts', () => {
    const many = layOut(
      Array.from({ length: 14 }, (_, i) => part(`p${i}`, 10, 1)),
      400,
    ).parts
    pairs(many, 2).forEach(([a, b]) => expect(b.label - a.label).toBeGreaterThanOrEqual(38))
  })
})
