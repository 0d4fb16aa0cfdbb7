import { describe, expect, it } from 'vitest'

import { lieOf, mean } from './lie'

describe('how a phone lies', () => {
  it('faces north whichever side of it the compass trembles', () => {
    expect(mean([359, 1])).toBeCloseTo(0, 6)
    expect(mean([80, 90, 100])).toBeCloseTo(90, 6)
  })

  it('is the mean of what it said, with how far that swayed', () => {
    const lie = lieOf([
      { pitch: 1.9, faces: 262 },
      { pitch: 2.1, faces: 264 },
    ])
    expect(lie.pitch).toBeCloseTo(2, 6)
    expect(lie.sway).toBeCloseTo(0.2, 6)
    expect(lie.faces).toBeCloseTo(263, 6)
    expect(lieOf([{ pitch: 2 }]).faces, 'a phone without a compass').toBeUndefined()
  })
})
