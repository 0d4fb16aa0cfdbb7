import { describe, expect, it } from 'vitest'

import { wayOf } from './way'

describe('a cable laid out by its bends', () => {
  const bend = (degrees: number, share: number) => ({ name: 'loop', degrees, slides: 0.1, share })

  it('gets thinner by what each bend holds back, and names the worst', () => {
    const { pieces } = wayOf({ bends: [bend(90, 0.1), bend(170, 0.4)], worst: 1 })
    expect(pieces.map((p) => p.width)).toEqual([7, 1.5 + 5.5 * 0.9, 1.5 + 5.5 * 0.54])
    expect(pieces.map((p) => p.worst)).toEqual([false, false, true])
  })
  it('leads across the sheet, and stays on it', () => {
    const { end, view } = wayOf({ bends: [bend(110, 0.1), bend(110, 0.1)], worst: 0 })
    expect(end[0]).toBeGreaterThan(150)
    const [left = 0, top = 0, wide = 0, high = 0] = view
    expect(end[0]).toBeLessThan(left + wide)
    expect(end[1]).toBeGreaterThan(top)
    expect(end[1]).toBeLessThan(top + high)
  })
  it('is a straight piece before anything is known', () => expect(wayOf().pieces).toHaveLength(1))
})
