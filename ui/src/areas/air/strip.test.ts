import { describe, expect, it } from 'vitest'

import { ruled, stripOf } from './strip'

describe('a rule of pressures', () => {
  it('reaches past all that stands on it', () => {
    expect(ruled([undefined]).max).toBe(2)
    expect(ruled([3.4, 2]).max).toBe(4)
    expect(ruled([3.5]).max).toBe(6)
    expect(ruled([24]).max).toBe(25)
  })

  it('hatches what tyre or rim does not bear, and brackets what is advised', () => {
    const bench = {
      place: 'rear_tyre' as const,
      end: 'rear' as const,
      liked: [],
      stands: { mark: 'open' as const, says: '', goes: false },
      read: {
        end: 'rear' as const,
        marking: '40-622',
        most: '5',
        tyre: { as: '40-622', seat_mm: 622, width_mm: 40, least_bar: 2, most_bar: 5 },
      },
      advice: { bar: 2.6, from_bar: 2.4, to_bar: 2.9, most_bar: 4.1, most_by: 'rim' as const, says: '' },
    }
    const air = {
      place: 'rear_tyre' as const,
      name: 'Rear tyre',
      says: '',
      readings: [3.1, 2.2].map((bar) => ({ bar, celsius: 20, set: true, at: '', by: '' })),
    }
    const strip = stripOf(bench, air)
    expect(strip.zones).toEqual([
      { from: 0, to: 2, mark: 'watch' },
      { from: 4.1, to: 6, mark: 'unsafe' },
    ])
    expect(strip).toMatchObject({ now: 2.2, past: [3.1], target: [2.4, 2.9] })
    const reads = (bar: number, doubt: number) => ({ bar, from_bar: bar - doubt, to_bar: bar + doubt })
    expect(stripOf(bench, air, reads(7, 0))).toMatchObject({ now: 7, past: [3.1, 2.2], ruling: { max: 10 } })
    expect(stripOf(bench, air, reads(7, 0)).band, 'nobody said what read it').toBeUndefined()
    expect(stripOf(bench, air, reads(3, 0.25)).band).toEqual([2.75, 3.25])
  })
})
