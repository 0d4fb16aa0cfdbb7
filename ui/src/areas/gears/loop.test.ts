import { describe, expect, it } from 'vitest'

import { tangent } from './loop'

describe('runs of a chain between two rounds', () => {
  const ring = { x: 100, y: 0, r: 20 }
  const sprocket = { x: 0, y: 0, r: 10 }
  const off = (o: { x: number; y: number }, [x, y]: readonly [number, number]) => Math.hypot(x - o.x, y - o.y)

  it.each([
    ['outside, both with the clock', 1, 1],
    ['crossed, over a guide pulley', 1, -1],
  ] as const)('touches both where it runs %s', (_, a, b) => {
    const [from, to] = tangent(sprocket, ring, a, b)
    expect(off(sprocket, from)).toBeCloseTo(10)
    expect(off(ring, to)).toBeCloseTo(20)
    const along = [to[0] - from[0], to[1] - from[1]] as const
    expect(along[0] * (from[0] - sprocket.x) + along[1] * (from[1] - sprocket.y)).toBeCloseTo(0)
    expect(along[0] * (to[0] - ring.x) + along[1] * (to[1] - ring.y)).toBeCloseTo(0)
  })

  it('lies above where both turn with the clock and it runs forward', () => {
    const [from, to] = tangent(sprocket, ring, 1, 1)
    expect(from[1]).toBeLessThan(0)
    expect(to[1]).toBeLessThan(0)
  })
})
