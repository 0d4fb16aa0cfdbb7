import { describe, expect, it } from 'vitest'

import { base64, coarser } from './ear'
import { angleOf, runOf, scaleFor, spokesOf } from './layout'
import { nextOf, placesOf } from './way'

const lacing = {
  spokes: 32,
  first: 'right' as const,
  wire_mm: 2,
  radius_mm: 300,
  left: { off_mm: 37, radius_mm: 22, cross: 3 },
  right: { off_mm: 19, radius_mm: 22, cross: 3 },
  most_n: 1200,
}

describe('places round a rim', () => {
  it('are asked one after the other, and what was left out in the end', () => {
    const places = placesOf(32, 4)
    expect(places).toEqual([1, 5, 9, 13, 17, 21, 25, 29])
    expect(nextOf(places, undefined, {})).toBe(1)
    expect(nextOf(places, 5, { 1: '0', 5: '0.1' })).toBe(9)
    expect(nextOf(places, 29, { 1: '0', 5: '0', 29: '0' })).toBe(9)
    expect(nextOf(places, 29, Object.fromEntries(places.map((p) => [p, '0'])))).toBeUndefined()
    expect(placesOf(28, 1)).toHaveLength(28)
  })
})

describe('a wheel that is drawn', () => {
  it('has its spokes on either side in turn, and crosses them', () => {
    const spokes = spokesOf(lacing)
    expect(spokes.map((s) => s.right).slice(0, 4)).toEqual([true, false, true, false])
    expect(spokesOf({ ...lacing, first: 'left' })[0]?.right).toBe(false)
    // Half a space on either side of the valve, which is on top.
    expect(spokes[0]?.rim[0]).toBeCloseTo(400 - (spokes[31]?.rim[0] ?? 0), 6)
    expect(angleOf(0.5, 32)).toBe(0)
    // Of one side every other spoke leans on, the next back, by as much: their places at the hub lie apart.
    const lean = (i: number) => {
      const s = spokes[i]
      return Math.atan2((s?.hub[0] ?? 0) - 200, 200 - (s?.hub[1] ?? 0)) - angleOf(i + 1, 32)
    }
    expect(lean(0)).toBeCloseTo((4 * Math.PI * 3) / 32, 6)
    expect(lean(2)).toBeCloseTo((-4 * Math.PI * 3) / 32, 6)
  })

  it('is unrolled through what was read, on a scale that holds it', () => {
    const d = runOf(
      [{ at: 1, mm: 0.5 }, { at: 2 }, { at: 3, mm: -1 }],
      (r) => r.mm,
      (at) => at * 10,
      (v) => -v,
    )
    expect(d).toBe('M10.0 -0.5L30.0 1.0')
    expect(scaleFor([0.2, undefined], 0.3)).toBe(0.5)
    expect(scaleFor([-1.7], 0.3)).toBe(2)
    expect(scaleFor([80], 0.3)).toBe(15)
  })
})

describe('what the tablet heard', () => {
  it('is made coarser, and sent as 16-bit samples', () => {
    const coarse = coarser(new Float32Array([0.2, 0.4, 0.3, -2, -2, -2, 1]), 3)
    expect([...coarse]).toEqual([Math.trunc(Math.fround(0.3) * 0x7fff), -0x7fff])
    expect(atob(base64(new Int16Array([1, -2])))).toBe('\u0001\u0000\u00fe\u00ff')
  })
})
