import { describe, expect, it } from 'vitest'

import { logRule } from './rule'

describe('a logarithmic rule', () => {
  const rule = logRule([1.5, 9], 40, 640)

  it('makes equal ratios equally long', () => {
    expect(rule.x(4) - rule.x(2)).toBeCloseTo(rule.x(8) - rule.x(4))
  })
  it('holds every value, and a little beyond', () => {
    expect(rule.x(1.5)).toBeGreaterThan(40)
    expect(rule.x(9)).toBeLessThan(640)
  })
  it('names whole metres', () => {
    expect(rule.ticks.filter((t) => t.major).map((t) => t.text)).toEqual([
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
      '8',
      '9',
      '10',
    ])
  })
})
