// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, reactive, ref } from 'vue'

import { Fault, type JobView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import AloneList from './AloneList.vue'
import NowCard from './NowCard.vue'
import ThenList from './ThenList.vue'
import type { Piece, Thread } from './thread'
import ThreadRuler from './ThreadRuler.vue'

vi.mock('@/api/session', () => ({
  useSession: () => ({
    settings: ref({ time_zone: 'UTC' }),
    hands: ref(true),
    actor: ref({ id: 'ida', name: 'Ida' }),
  }),
}))
vi.mock('@/api/job', () => ({ useBike: () => ({ data: ref() }) }))
vi.mock('@/drawing/BikeDrawing.vue', () => ({ default: { template: '<i />' } })) // drawn and tested elsewhere
vi.mock('vue-router', () => ({
  useRouter: () => ({ push: vi.fn(), getRoutes: () => [] }),
  useRoute: () => ({ query: {} }),
}))

let open: ReturnType<typeof layOn> | undefined
afterEach(() => open?.page.unmount())

const piece = (id: string, more: Partial<Piece> = {}) =>
  ({
    id,
    title: id,
    act: 'Open it',
    detail: '',
    mark: 'open',
    stage: 'verify',
    target: id,
    minutes: 10,
    low: 7,
    high: 15,
    tools: [],
    asks: [],
    drawers: [],
    from: 0,
    to: 10,
    makes: [],
    undo: [],
    why: [],
    ...more,
  }) as Piece
const ahead = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString()
const thread = (more: Partial<Thread> = {}) =>
  ({
    pieces: [piece('Bleed'), piece('Pads', { from: 10, to: 20 }), piece('Ride', { from: 20, to: 30 })],
    brackets: [],
    alone: [],
    waits: [],
    done: [],
    kinds: [{ id: 'washer', name: 'In the parts washer', minutes: 15, then: 'Dry it' }],
    finish: 30,
    early: 25,
    late: 40,
    now: ahead(0),
    ...more,
  }) as Thread
const job = {
  job: { id: 'j' },
  bike: { id: 'b', facts: {} },
  hands: [],
  items: [],
  guided: [],
} as unknown as JobView

describe('the ruler', () => {
  const ruled = (told: Thread, promised?: string) =>
    (open = layOn(job, ThreadRuler, { thread: told, promised, mine: 0 })).on
  it('says how much there is and when it is over, and opens the piece that is pressed', async () => {
    const on = ruled(thread())
    expect(on.get('svg').attributes('aria-label')).toMatch(
      /^3 pieces from now, about 30 minutes; over between/,
    )
    await on.findAll('g.cursor-pointer')[1]?.trigger('click')
    expect(on.emitted('choose')).toEqual([['Pads']])
  })
  it('has a promise that the work keeps in ink, and one that it does not in brick', () => {
    const tone = (promised: string) => {
      const said = ruled(thread(), promised)
        .findAll('text')
        .find((t) => t.text().startsWith('promised'))
      open?.page.unmount()
      return said?.attributes('fill')
    }
    expect(tone(ahead(45))).toBe('var(--color-ink)')
    expect(tone(ahead(20))).toBe('var(--color-brick)')
    expect(tone(ahead(5000))).toBe('var(--color-ink)')
  })
  it('is a ruler where nothing is left', () => {
    expect(ruled(thread({ pieces: [], finish: 0, early: 0, late: 0 })).findAll('rect')).toHaveLength(0)
  })
})

describe('the card of a piece', () => {
  const pieces = thread().pieces
  const card = (place: number, locked = false, with_ = pen()) =>
    (open = layOn(
      job,
      NowCard,
      { piece: pieces[place], place, now: 0, locked, behind: false, pieces },
      with_,
    ))
  it('puts off, and asks why where the server wants to know', async () => {
    const with_ = pen()
    const { on } = card(0, false, with_)
    with_.record.mockImplementationOnce(() => {
      with_.fault.value = new Fault(422, 'x', 'It is unsafe as it is: say why it waits.', 'why')
      return Promise.resolve(undefined)
    })
    await press('+')
    await nextTick()
    await nextTick()
    await on.get('[aria-label="Why it waits"]').setValue('the owner is away')
    await on.get('form').trigger('submit')
    expect(with_.record.mock.calls.at(-1)?.[0]).toEqual({
      ordered: { pieces: ['Bleed', 'Pads', 'Ride'], moved: 'Bleed', later: true, why: 'the owner is away' },
    })
  })
  it('is done now: before the rest', async () => {
    const { on, pen: with_ } = card(1)
    await on
      .findAll('button')
      .find((b) => b.text() === 'Do it now')
      ?.trigger('click')
    expect(with_.record.mock.calls[0]?.[0]).toEqual({
      ordered: { pieces: ['Pads', 'Bleed', 'Ride'], moved: 'Pads' },
    })
  })
  it('says who else has a piece, and is this person’s own where others have what stands before it', async () => {
    const hand = { who: 'tomas', by: 'Tomas', piece: 'Bleed', title: 'Bleed', since: ahead(-12) }
    const told = [piece('Bleed', { hand }), ...pieces.slice(1)]
    open = layOn(job, NowCard, {
      piece: told[1],
      place: 1,
      now: 1,
      locked: false,
      behind: false,
      pieces: told,
    })
    expect(open.on.get('h2').text()).toBe('Now')
    await press('1') // the first of the rest, as it is numbered there
    expect(open.on.emitted('choose')).toEqual([[0]])
    open.page.unmount()
    open = layOn(job, NowCard, {
      piece: told[0],
      place: 0,
      now: 1,
      locked: false,
      behind: false,
      pieces: told,
    })
    expect(open.on.text()).toMatch(/Tomas has it in hand since/)
    expect(open.on.text()).toContain('Then · 1')
    const with_ = pen()
    open.page.unmount()
    const theirs = { ...job, hands: [{ ...hand, who: 'ida', by: 'Ida' }] } as unknown as JobView
    open = layOn(
      theirs,
      NowCard,
      { piece: told[0], place: 0, now: 0, locked: false, behind: false, pieces },
      with_,
    )
    await press('+')
    await nextTick()
    await nextTick()
    expect(with_.record.mock.calls.map(([content]) => Object.keys(content)[0])).toEqual([
      'ordered',
      'laid_down',
    ])
  })
  it('keeps a key that was pressed while it was being read again, and does it once on the same piece', async () => {
    const props = reactive({ piece: pieces[0], place: 0, now: 0, locked: false, behind: true, pieces })
    open = layOn(job, NowCard, props)
    await press('+', '+')
    expect(open.pen.record).not.toHaveBeenCalled()
    props.behind = false
    await nextTick()
    await nextTick()
    expect(open.pen.record).toHaveBeenCalledOnce()
    props.behind = true
    await nextTick()
    await press('+')
    Object.assign(props, { behind: false, piece: pieces[1] }) // another stands there now: it was not meant
    await nextTick()
    await nextTick()
    expect(open.pen.record).toHaveBeenCalledOnce()
  })
  it('is stepped through, and moves nothing for who may not', async () => {
    const { on, pen: with_ } = card(1, true)
    await press('ArrowDown', 'ArrowUp', '2', '+')
    expect(on.emitted('choose')).toEqual([[2], [0], [2]])
    expect(with_.record).not.toHaveBeenCalled()
  })
})

it('a piece that is dragged is done where it is let go', async () => {
  const with_ = pen()
  open = layOn(job, ThenList, { thread: thread(), now: 0, locked: false }, with_)
  const [pads, ride] = open.on.findAll('li')
  await ride?.trigger('dragstart')
  await pads?.trigger('drop')
  expect(with_.record.mock.calls[0]?.[0]).toEqual({
    ordered: { pieces: ['Bleed', 'Ride', 'Pads'], moved: 'Ride' },
  })
})

it('what goes on by itself says when it is over, and what is done then', async () => {
  const lies = { what: 'In the parts washer', since: ahead(-20), by: 'Ida', then: 'Dry it' }
  const alone = [
    { ...lies, id: 'a', until: ahead(-5), over: false },
    { ...lies, id: 'b', until: ahead(9.5), over: false },
  ]
  const with_ = pen()
  open = layOn(job, AloneList, { thread: thread({ alone }), locked: false }, with_)
  const [over, on] = open.on.findAll('li')
  expect(over?.text()).toMatch(/over since \d\d:\d\d\. Dry it/)
  expect(on?.text()).toContain('over in 10 min')
  await over?.get('button').trigger('click')
  expect(with_.record.mock.calls[0]?.[0]).toEqual({ alone_over: { alone: 'a' } })
})
