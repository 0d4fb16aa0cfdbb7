import { describe, expect, it } from 'vitest'

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
