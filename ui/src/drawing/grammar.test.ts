import { describe, expect, it } from 'vitest'

import { closedCurve } from './curve'
import { scaleOf } from './scale'
import { halfSection } from './section'

describe('scaleOf', () => {
  const pads = { min: 0, max: 4, step: 0.1, major: 0.5 }

  it('rules a line for each step and a figure for each great one', () => {
    const { ticks } = scaleOf(pads, 20, 420)
    expect(ticks).toHaveLength(41)
    expect(ticks.filter((t) => t.major).map((t) => t.text)).toEqual([
      '0',
      '0.5',
      '1',
      '1.5',
      '2',
      '2.5',
      '3',
      '3.5',
      '4',
    ])
  })

  it('keeps what lies beyond it at its ends', () => {
    const { x } = scaleOf(pads, 20, 420)
    expect([x(-1), x(0), x(1), x(4), x(9)]).toEqual([20, 20, 120, 420, 420])
  })

  it('begins where the ruling begins', () => {
    const { ticks } = scaleOf({ min: 1, max: 2.4, step: 0.05, major: 0.2 }, 0, 100)
    expect(ticks[0]).toMatchObject({ x: 0, text: '1' })
    expect(ticks.filter((t) => t.major).map((t) => t.text)[0]).toBe('1')
  })
})

describe('halfSection', () => {
  it('mirrors the outline about the axis', () => {
    const { cut, seen } = halfSection(100, [
      [10, 0],
      [30, 0],
      [30, 20],
    ])
    expect(cut).toBe('M110 0L130 0L130 20Z')
    expect(seen).toBe('M90 0L70 0L70 20Z')
  })
})

describe('closedCurve', () => {
  const ring = Array.from({ length: 8 }, (_, i) => {
    const a = (2 * Math.PI * i) / 8
    return [100 + 80 * Math.sin(a), 100 - 80 * Math.cos(a)] as const
  })
  const figures = (path: string) => [...path.matchAll(/-?[\d.]+/g)].map(Number)

  it('goes through its points and closes', () => {
    const [x, y, ...legs] = figures(closedCurve(ring))
    expect([x, y]).toEqual([100, 20])
    expect(legs).toHaveLength(8 * 6)
    expect(legs.slice(-2)).toEqual([100, 20])
  })
  it('is round where its points are: a cubic half way is within a hundredth of the circle', () => {
    const [, , ...legs] = figures(closedCurve(ring))
    let from = [100, 20]
    for (let i = 0; i < legs.length; i += 6) {
      const [ax = 0, ay = 0, bx = 0, by = 0, x = 0, y = 0] = legs.slice(i, i + 6)
      // A cubic's point at one half (Bernstein's polynomials): an eighth of its ends, three eighths
      // of its handles.
      const half = [(from[0] ?? 0) + 3 * ax + 3 * bx + x, (from[1] ?? 0) + 3 * ay + 3 * by + y].map(
        (v) => v / 8,
      )
      const off = Math.hypot((half[0] ?? 0) - 100, (half[1] ?? 0) - 100) / 80 - 1
      expect(Math.abs(off)).toBeLessThan(0.01)
      from = [x, y]
    }
  })
})
