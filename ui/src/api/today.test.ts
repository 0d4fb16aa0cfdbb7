import { describe, expect, it } from 'vitest'

import { moved, type Today } from './today'

const job = (id: string, more: Partial<Today['jobs'][number]> = {}) =>
  ({
    id,
    next: 'Pads',
    group: 'stand',
    promised_at: '2026-03-02T15:00:00Z',
    ...more,
  }) as Today['jobs'][number]
const shown = { in_shop: 2, promised_today: 1, late: 0, jobs: [job('a'), job('b')] } as Today
const counts = { in_shop: 2, promised_today: 1, late: 1 }

describe('moved', () => {
  it('puts the line in its place and takes the counts', () => {
    const then = moved(shown, { ...counts, job: job('b', { next: 'Bell' }) }, 'b')
    expect(then?.jobs.map((j) => j.next)).toEqual(['Pads', 'Bell'])
    expect(then?.late).toBe(1)
    expect(shown.jobs[1]?.next, 'what was shown is left as it was').toBe('Pads')
  })
  it('takes the counts alone for a job that was and is not there', () => {
    expect(moved(shown, counts, 'z')?.late).toBe(1)
  })
  it.each([
    ['came', { ...counts, job: job('c') }, 'c'],
    ['went', counts, 'a'],
    ['was promised for another time', { ...counts, job: job('a', { promised_at: undefined }) }, 'a'],
    ['is in another group', { ...counts, job: job('a', { group: 'ready' }) }, 'a'],
  ])('leaves it to the server when a job %s', (_, to, id) => {
    expect(moved(shown, to, id)).toBeUndefined()
  })
})
