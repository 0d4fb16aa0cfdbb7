import { describe, expect, it } from 'vitest'

import { Fault, type JobView } from './client'
import { canWait, fateOf, overlay, type Waiting } from './outbox'

const bolt = (fastener: string, position?: string) => ({
  fastener,
  position,
  name: fastener,
  component: 'Stem',
  rule: { min_nm: 4, max_nm: 6, source: 's' },
  settled: false,
  stale: true,
  verdict: { state: 'under' },
})
const view = {
  job: { id: 'job-1' },
  signs: [{ what: 'front_brake', name: 'Front brake test', stale: true }],
  parts: {
    bolts: {
      bolts: [
        bolt('faceplate', '1'),
        bolt('faceplate', '2'),
        { ...bolt('top-cap'), rule: undefined, set: 'No knock.' },
      ],
    },
    air: {
      pressures: ['front_tyre', 'rear_tyre'].map((place) => ({ place, name: place, readings: [], says: '' })),
      bench: {
        tyres: ['front_tyre', 'rear_tyre'].map((place) => ({ place, stands: { mark: 'open', goes: false } })),
        legs: [],
      },
    },
  },
} as unknown as JobView

const boltsOf = (v: JobView) => v.parts.bolts?.bolts ?? []
const waiting = (content: Waiting['body']['content'], id = 'e-1', job = 'job-1'): Waiting => ({
  job,
  by: 'ida',
  name: 'Ida',
  body: { id, at: '2026-03-02T10:00:00Z', content },
})
const torque = (left_typed: string | undefined, position = '1', id?: string) =>
  waiting({ torque: { fastener: 'faceplate', position, found: 'not_checked', left_typed } }, id)

describe('what can wait without a network', () => {
  it('is what the work can go on without', () => {
    expect(canWait(torque('5').body.content)).toBe(true)
    expect(canWait({ note: { text: 'n' } })).toBe(true)
    expect(canWait({ air: { place: 'fork', typed: '5', celsius: 20, set: false } })).toBe(true)
    expect(canWait({ sign: { what: 'front_brake', passed: true } })).toBe(true)
    expect(canWait({ answer: { item: 'i', answer: 'yes', from: 'Ansel', how: 'phone' } })).toBe(false)
    expect(canWait({ ride_tried: { try: 'kerb' } })).toBe(true)
    expect(canWait({ took_up: { piece: 'item:1' } })).toBe(true)
    expect(canWait({})).toBe(false)
  })
})

describe('what a fault means for what waits', () => {
  it.each([
    [0, 'stop'],
    [503, 'stop'],
    [401, 'stop'],
    [500, 'later'],
    [507, 'later'],
    [429, 'later'],
    [409, 'refused'],
    [422, 'refused'],
  ])('of %i is to %s', (status, fate) => {
    expect(fateOf(new Fault(status, 'Not so', 'Try again.'))).toBe(fate)
  })
})

describe('overlay', () => {
  const laid = (...w: Waiting[]) => overlay(view, w)

  it('leaves the job alone when nothing of it waits', () => {
    expect(laid()).toBe(view)
    expect(laid(waiting({ note: { text: 'n' } }, 'e', 'another job'))).toBe(view)
    expect(laid({ ...torque('5'), refused: { status: 409, title: 't', detail: 'd' } })).toBe(view)
  })

  it.each([
    ['5', 5, true],
    ['4,5', 4.5, true],
    ['5.2 Nm', 5.2, true],
    ['6.01', 6.01, false],
    ['3.9', 3.9, false],
    ['46 lbf·in', undefined, false], // another unit is left to the server
    ['five', undefined, false],
  ])('shows %s as the server will most likely take it', (typed, nm, settled) => {
    const [first, second] = boltsOf(laid(torque(typed)))
    expect(first?.log?.left_nm).toBe(nm)
    expect(first?.settled).toBe(settled)
    expect(first?.stale).toBe(false)
    expect(first?.by).toBe('Ida')
    expect(first?.verdict, 'the verdict is the server’s').toBeUndefined()
    expect(second, 'the other bolt of the set is untouched').toBe(boltsOf(view)[1])
  })

  it('reads a plain figure in the shop’s own unit', () => {
    const poundInch = 0.1129848290276167 // NIST SP 811
    const shown = (typed: string) => boltsOf(overlay(view, [torque(typed)], poundInch))[0]
    expect(shown('46')?.log?.left_nm).toBeCloseTo(5.197, 3)
    expect(shown('46')?.settled).toBe(true)
    expect(shown('5')?.settled).toBe(false)
    expect(shown('5 Nm')?.log?.left_nm).toBe(5)
  })

  it('lets the later of two entries stand', () => {
    const [first] = boltsOf(laid(torque('5', '1', 'e-1'), torque('5.5', '1', 'e-2')))
    expect(first?.log?.left_nm).toBe(5.5)
    expect(first?.log_id).toBe('e-2')
  })

  it('settles what is set by feel, not fitted, or signed', () => {
    const shown = laid(
      waiting({ torque: { fastener: 'top-cap', found: 'not_checked', set: true } }),
      waiting({ sign: { what: 'front_brake', passed: true } }, 'e-2'),
    )
    expect(boltsOf(shown)[2]?.settled).toBe(true)
    expect(shown.signs[0]?.sign?.passed).toBe(true)
    expect(shown.signs[0]?.stale).toBe(false)
  })

  it.each([
    ['2,4', 2.4],
    ['2.4 bar', 2.4],
    ['35 psi', undefined], // another unit is left to the server
  ])('shows a tyre that was left at %s, and judges nothing', (typed, bar) => {
    const air = { place: 'rear_tyre' as const, typed, celsius: 20, set: true }
    const shown = laid(waiting({ air }))
    expect(shown.parts.air?.pressures[1]?.readings.map((r) => r.bar)).toEqual(bar === undefined ? [] : [bar])
    expect(shown.parts.air?.bench.tyres[1]?.stands).toMatchObject({ bar, mark: 'open', goes: true })
    expect(shown.parts.air?.bench.tyres[0], 'the other tyre is untouched').toBe(
      view.parts.air?.bench.tyres[0],
    )
    const found = laid(waiting({ air: { ...air, set: false } }))
    expect(found.parts.air?.bench.tyres[1]?.stands.goes, 'what is found is still to be set').toBe(false)
  })

  it('shows what the ride showed, out of reach of the shop', () => {
    const card = {
      ...view,
      parts: { ride: { tries: [{ id: 'kerb', shows: [{ id: 'f', say: 'It knocks', stops: true }] }] } },
    }
    const told = (shows?: string) =>
      overlay(card as unknown as JobView, [waiting({ ride_tried: { try: 'kerb', shows } })]).parts.ride
        ?.tries[0]?.told
    expect(told('f')).toMatchObject({ right: false, says: 'It knocks', stops: true, by: 'Ida' })
    expect(told()).toMatchObject({ right: true })
  })
  it('does not mind a bolt that the job has not', () => {
    expect(boltsOf(laid(waiting({ torque: { fastener: 'moon', found: 'loose' } })))).toEqual(boltsOf(view))
  })
})
