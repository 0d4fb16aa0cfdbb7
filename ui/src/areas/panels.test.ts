// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import { Fault, type JobView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import NickForm from './air/NickForm.vue'
import SealantForm from './air/SealantForm.vue'
import FigureBench from './gears/FigureBench.vue'
import GearStart from './gears/GearStart.vue'
import PartBench from './strip/PartBench.vue'
import ReadPanel from './wheels/ReadPanel.vue'
import type { Drafts } from './wheels/way'

vi.mock('@/api/session', () => ({
  useSession: () => ({ settings: ref({ time_zone: 'UTC' }), hands: ref(true) }),
}))
const written = vi.hoisted(() => ({ pen: undefined as unknown }))
vi.mock('@/api/job', () => ({ useBike: () => ({ data: ref() }), useRecord: () => written.pen }))
const said = vi.hoisted(() => ({}) as { answer: { value: unknown }; fault: { value: unknown } })
vi.mock('@/api/answer', () => ({ useAnswer: () => Object.assign(said, { answer: ref(), fault: ref() }) }))

let open: ReturnType<typeof layOn> | undefined
afterEach(() => open?.page.unmount())
const refusal = (field: string, detail: string) => new Fault(422, 'That cannot be right', detail, field)

describe('the start of indexing', () => {
  const start = (families: unknown[], with_ = pen()) => {
    const parts = { gears: { benches: [], known: { told: {} }, notes: [], families } }
    const job = { job: { id: 'j' }, bike: { id: 'b' }, parts } as unknown as JobView
    return (open = layOn(job, GearStart, { locked: false }, with_))
  }
  const nine = { id: 'cable-9', name: '9 sprockets', speeds: 9, teeth: [11, 13, 15, 17, 20, 23, 26, 30, 34] }

  it('fills in what such gears usually have, and begins with it', async () => {
    const { on, pen: with_ } = start([nine])
    await on.find('form').trigger('submit')
    expect(with_.record.mock.calls[0]?.[0]).toMatchObject({
      indexing: { family: 'cable-9', teeth: '11 13 15 17 20 23 26 30 34', turns: '4' },
    })
  })
  it('has nothing to choose where no gears are known, and no teeth that are made up', () => {
    const { on } = start([])
    expect(on.get('[aria-haspopup="listbox"]').text()).toBe('choose')
    expect(on.findAll('input').some((i) => /^\d+ \d+/.test(i.element.value))).toBe(false)
  })
  it('keeps what was typed when it is refused, and says why at its field', async () => {
    const with_ = pen()
    const { on } = start([nine], with_)
    const teeth = on.findAll('input').find((i) => i.element.value.startsWith('11 13'))
    await teeth?.setValue('11 13')
    with_.fault.value = refusal('teeth', 'A lever of 8 clicks serves 9 sprockets, and there are 2.')
    await nextTick()
    expect(teeth?.element.value).toBe('11 13')
    expect(on.text()).toContain('serves 9 sprockets')
  })
})

describe('a bench that works something out while it is typed', () => {
  const start = (asked?: object) => {
    const parts = { gears: { benches: [], known: {}, notes: [], families: [] } }
    const props = {
      bench: 'worn',
      title: 'Chain’s wear',
      about: '',
      asked,
      locked: false,
      missing: 'Type how it was measured.',
    }
    return (open = layOn({ job: { id: 'j' }, parts } as unknown as JobView, FigureBench, props))
  }
  const writes = () => open?.on.findAll('button').find((b) => b.text() === 'Write it down')

  it('says what is missing, and writes nothing down', () => {
    const { on } = start()
    expect(on.text()).toContain('Type how it was measured.')
    expect(writes()?.element.disabled).toBe(true)
  })
  it('says what it comes to, and what is done', async () => {
    const { on, pen: with_ } = start({ worn: { gauge: '1.1' } })
    said.answer.value = {
      bench: 'worn',
      mark: 'due',
      says: '1.1 % longer than new.',
      do: [{ what: 'chain', says: 'Replace it.' }],
    }
    await nextTick()
    expect(on.text()).toContain('Replace it.')
    expect(on.find('[aria-label="due"]').exists()).toBe(true)
    await writes()?.trigger('click')
    expect(with_.record.mock.calls[0]?.[0]).toEqual({ gear_note: { worn: { gauge: '1.1' } } })
  })
  it('says of half a figure what is wrong with it', async () => {
    const { on } = start({ worn: { gauge: '1.' } })
    said.fault.value = refusal('worn.gauge', '“1.x” is not a figure.')
    await nextTick()
    expect(on.text()).toContain('is not a figure')
    expect(writes()?.element.disabled).toBe(true)
  })
})

describe('a part in the hand', () => {
  const felt = [
    { word: 'smooth', name: 'smooth', do: 'keep', why: '', bad: false, mark: 'sound' },
    { word: 'cracked', name: 'cracked', do: 'replace', why: '', bad: true, mark: 'unsafe' },
  ]
  const start = (part: object = {}, with_ = pen(), locked = false) => {
    const one = { id: 'stem', name: 'Stem', state: 'on', mark: 'open', size: '', answers: felt, ...part }
    const strip = { id: 's', name: 'Headset', tray: [], parts: [one] }
    const props = { strip, part: one, locked }
    return (open = layOn({ job: { id: 'j' } } as unknown as JobView, PartBench, props, with_))
  }

  it('has an answer for each of its digits, none filled before it is given', async () => {
    const { on, pen: with_ } = start()
    expect(on.findAll('.button-go')).toHaveLength(0)
    expect(on.text()).toMatch(/smooth.*1.*cracked.*2/s)
    await press('Enter')
    expect(with_.record).not.toHaveBeenCalled()
    await press('2')
    expect(with_.record.mock.calls[0]?.[0]).toMatchObject({ part_off: { part: 'stem', felt: 'cracked' } })
  })
  it('that is held says what comes first, and takes no answer', async () => {
    const { on, pen: with_ } = start({ held: 'Not yet. First take off: top cap.' })
    expect(on.text()).toContain('First take off: top cap')
    await press('1')
    expect(with_.record).not.toHaveBeenCalled()
  })
  it('says why it was refused', async () => {
    const with_ = pen()
    const { on } = start({}, with_)
    with_.fault.value = refusal('part', 'Headset has no such part.')
    await nextTick()
    expect(on.text()).toContain('no such part')
  })
  it('of a job that is closed hears nothing', async () => {
    const { pen: with_ } = start({}, pen(), true)
    await press('1', '2', 'Enter')
    expect(with_.record).not.toHaveBeenCalled()
  })
})

describe('a go round the rim', () => {
  const spokes = Array.from({ length: 32 }, (_, i) => ({ spoke: i + 1, side: i % 2 ? 'left' : 'right' }))
  const start = (props: object = {}) => {
    const drafts = ref<Drafts>({})
    const at = ref<number>()
    const bench = { lacing: { spokes: 32 }, spokes }
    const panel = layOn({ job: { id: 'j' } } as unknown as JobView, ReadPanel, {
      bench,
      free: true,
      open: true,
      what: 'side',
      get at() {
        return at.value
      },
      get drafts() {
        return drafts.value
      },
      'onUpdate:at': (to: number) => (at.value = to),
      'onUpdate:drafts': (to: Drafts) => (drafts.value = to),
      ...props,
    })
    open = panel
    return { ...panel, drafts, at }
  }

  it('begins at the valve, and logs nothing of an empty field', async () => {
    const { on, drafts, at } = start()
    await nextTick()
    expect(at.value).toBe(1)
    await press('Enter')
    expect(drafts.value).toEqual({})
    expect(on.emitted('keep')).toBeUndefined()
  })
  it('keeps what was typed and goes to the next spoke, half a round being kept by nobody', async () => {
    const { on, drafts, at } = start()
    await nextTick()
    const field = () => on.get('input[data-bench]')
    await field().setValue('0.3')
    ;(field().element as HTMLInputElement).focus()
    await press('Enter')
    expect(drafts.value).toEqual({ side: { 1: '0.3' } })
    expect(at.value).toBe(2)
    expect(on.emitted('keep')).toBeUndefined()
    await press('*') // all of it that there is
    expect(on.emitted('keep')?.[0]).toEqual([{ what: 'side', values: { 1: '0.3' } }])
  })
  it('leads to the spoke that was refused', async () => {
    const { on, pen: with_, at } = start({ drafts: { side: { 7: '40' } } })
    with_.fault.value = refusal('values.7', 'The rim is bent: 40 mm at spoke 7.')
    await nextTick()
    expect(at.value).toBe(7)
    expect(on.text()).toContain('The rim is bent')
  })
  it('is closed with its job', async () => {
    const { on, drafts } = start({ open: false, free: false })
    await press('3', 'Enter', '*')
    expect(drafts.value).toEqual({})
    expect((on.get('input[data-bench]').element as HTMLInputElement).disabled).toBe(true)
  })
})

describe('sealant, and a mark on a stanchion', () => {
  const start = (form: typeof NickForm | typeof SealantForm, bench: object, locked = false) => {
    const with_ = pen()
    written.pen = with_
    return (open = layOn({ job: { id: 'j' } } as unknown as JobView, form, { bench, locked }, with_))
  }
  const tyre = { end: 'front', sealant_ml: 60 }
  const leg = { place: 'fork', reads: [], nicks: [] }
  const sends = () => open?.on.get('button[type="submit"]').element as HTMLButtonElement

  it('say what is wanted first, and send nothing without it', async () => {
    const { on, pen: with_ } = start(SealantForm, tyre)
    expect(on.text()).toContain('First how much went in, in ml.')
    expect(sends().disabled).toBe(true)
    open?.page.unmount()
    const nick = start(NickForm, leg)
    expect(nick.on.text()).toContain('First on which stanchion.')
    expect(nick.on.text()).toContain('not felt yet') // no answer stands before it was felt
    await nick.on.get('form').trigger('submit')
    expect(nick.pen.record).not.toHaveBeenCalled()
    expect(with_.record).not.toHaveBeenCalled()
  })
  it('give back what was refused, and say why at its field', async () => {
    const { on, pen: with_ } = start(SealantForm, tyre)
    with_.record.mockImplementation(() => Promise.resolve(undefined))
    await on.get('input').setValue('600')
    await on.get('form').trigger('submit')
    expect(with_.record.mock.calls[0]?.[0]).toMatchObject({ sealant_topped: { end: 'front', ml: '600' } })
    with_.fault.value = refusal('ml', '600 ml do not go into a tyre.')
    await nextTick()
    await nextTick()
    expect((on.get('input').element as HTMLInputElement).value).toBe('600')
    expect(on.get('[role="alert"]').text()).toContain('do not go into a tyre')
  })
  it('are not written in a job that is closed', () => {
    start(SealantForm, tyre, true)
    expect(sends().disabled).toBe(true)
    open?.page.unmount()
    const { on } = start(NickForm, leg, true)
    expect(on.find('form').exists()).toBe(false)
  })
})
