// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import { Fault, type JobView, type PointView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import PointBench from './PointBench.vue'

vi.mock('@/api/session', () => ({
  useSession: () => ({ settings: ref({ time_zone: 'UTC' }), hands: ref(true) }),
}))
vi.mock('@/api/job', () => ({ judge: () => new Promise(() => {}) }))

const gauge = {
  unit: 'mm',
  ruling: { min: 1, max: 2.4, step: 0.05, major: 0.2 },
  zones: [],
  places: 6,
  markable: true,
}
const rotor = {
  id: 'front-rotor',
  name: 'Front rotor',
  method: 'Measure it.',
  history: [],
  gauge,
} as unknown as PointView
const tyre = {
  id: 'front-tyre',
  name: 'Front tyre',
  method: 'Turn it slowly.',
  history: [{ word: 'Cut or flint', at: '2026-05-02T10:00:00Z' }],
  words: [
    { word: 'Sound', mark: 'sound' },
    { word: 'Cut or flint', mark: 'due' },
  ],
} as unknown as PointView

let open: ReturnType<typeof layOn> | undefined
async function start(point: PointView, with_ = pen(), locked = false) {
  open = layOn(
    { job: { id: 'j' }, parts: { air: { bench: { tyres: [] } } } } as unknown as JobView,
    PointBench,
    { point, locked },
    with_,
  )
  await nextTick()
  await nextTick()
  const on = open.on
  return {
    on,
    field: () => on.find<HTMLInputElement>('#reading'),
    sent: () => with_.record.mock.calls.map((call) => call as unknown as [{ reading: object }, string?]),
  }
}
afterEach(() => open?.page.unmount())

describe('a point of the walk-round under one hand', () => {
  it('is read by digits and Enter', async () => {
    const { on, field, sent } = await start(rotor)
    await field().setValue('1.62/1.58')
    await press('Enter')
    expect(sent()).toEqual([
      [{ reading: { point: 'front-rotor', typed: '1.62/1.58', note: undefined } }, undefined],
    ])
    expect(on.emitted('onward')).toHaveLength(1)
  })

  it('is read by the number of a word, and a number without a word is nothing', async () => {
    const { sent } = await start(tyre)
    await press('3', '2')
    expect(sent().map(([c]) => c.reading)).toMatchObject([{ point: 'front-tyre', word: 'Cut or flint' }])
  })

  it('takes what was found last time under *', async () => {
    const { sent } = await start(tyre)
    await press('*')
    expect(sent().map(([c]) => c.reading)).toMatchObject([{ word: 'Cut or flint' }])
  })

  it('is passed over only with a reason', async () => {
    const { on, sent } = await start(tyre)
    await press('/', 'Enter')
    expect(sent()).toEqual([])
    await on.find('[aria-label="Why it is not looked at"]').setValue('Wheel is not with the bike.')
    await press('Enter')
    expect(sent().map(([c]) => c.reading)).toEqual([
      { point: 'front-tyre', passed_over: true, note: 'Wheel is not with the bike.' },
    ])
  })

  it('asks where a part came from that is better than it can be, and sends that with the figure', async () => {
    const strict = pen()
    strict.record.mockImplementationOnce(() => {
      strict.fault.value = new Fault(422, 'Not so', 'It cannot be 1.98 mm now.', 'note')
      return Promise.resolve(undefined)
    })
    const { on, field, sent } = await start(rotor, strict)
    await field().setValue('1.98')
    await press('Enter')
    const account = () => on.find<HTMLInputElement>('[aria-label="Where another part came from"]')
    await vi.waitFor(() => expect(account().exists()).toBe(true))
    expect(field().element.value).toBe('1.98')
    await account().setValue('New - fitted in Saltby + trued')
    account().element.focus()
    await press('-', 'Backspace', '+', '*')
    expect(on.emitted('back')).toBeUndefined()
    await press('Enter')
    expect(sent()[1]?.[0].reading).toEqual({
      point: 'front-rotor',
      typed: '1.98',
      note: 'New - fitted in Saltby + trued',
    })
  })

  it('corrects the reading that stands, unless work was done on it since', async () => {
    const standing = { ...rotor, reading: { id: 'r1', value: 1.4 } } as unknown as PointView
    const first = await start(standing)
    await first.field().setValue('1.45')
    await press('Enter')
    expect(first.sent()[0]?.[1]).toBe('r1')
    open?.page.unmount()
    const since = { ...standing, reading: { ...standing.reading, put_right: true } } as PointView
    const again = await start(since)
    await again.field().setValue('1.9')
    await press('Enter')
    expect(again.sent()[0]?.[1]).toBeUndefined()
  })

  it('takes back what was seen beside what stands with a reason, in which no key is the bench’s', async () => {
    const both = {
      ...tyre,
      reading: { id: 'r2', word: 'Sound', beside: [{ id: 'r1', says: 'cut or flint', by: 'Orla Fenn' }] },
    } as unknown as PointView
    const { on, sent } = await start(both)
    expect(on.text()).toContain('Orla Fenn saw this here too: cut or flint.')
    const slip = on.findAll('button').find((b) => b.text() === 'That was a slip')
    await slip?.trigger('click')
    await press('1', '/', '+', '*')
    expect(sent()).toEqual([])
    expect(on.emitted('onward')).toBeUndefined()
    const why = on.find('[aria-label="Why it was a slip"]')
    await why.setValue('the other wheel')
    await press('Enter')
    expect(sent()[0]).toEqual([
      { reading: { point: 'front-tyre', word: 'Sound', note: undefined } },
      'r1',
      undefined,
      'the other wheel',
    ])
  })

  it('goes back with an empty field, and not while the key that emptied it is held', async () => {
    const { on } = await start(rotor)
    const held = (repeat: boolean) =>
      document.activeElement?.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'Backspace', repeat, bubbles: true, cancelable: true }),
      )
    held(true)
    expect(on.emitted('back')).toBeUndefined()
    held(false)
    expect(on.emitted('back')).toHaveLength(1)
  })

  it('of a closed job hears nothing', async () => {
    const { on, sent } = await start(tyre, pen(), true)
    await press('1', '/', '+', 'Backspace')
    expect(sent()).toEqual([])
    expect(on.emitted()).not.toHaveProperty('onward')
  })
})
