// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import type { JobView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import RunBench from './RunBench.vue'
import StartRun from './StartRun.vue'

vi.mock('vue-router', () => ({ useRouter: () => ({ push: vi.fn() }) }))
vi.mock('@/api/job', async (real) => ({
  ...(await real<object>()),
  useBook: () => ({ data: ref() }),
  useRefreshJob: () => vi.fn(),
}))
vi.mock('@/api/answer', () => ({ useAnswer: () => ({ answer: ref(), fault: ref(), off: () => {} }) }))
vi.mock('@/api/session', () => ({
  useSession: () => ({ settings: ref({ time_zone: 'UTC', torque_unit: 'N·m' }), hands: ref(true) }),
}))

const run = {
  id: 'run',
  procedure: 'bleed-push-front',
  work: { name: 'Bleed the front brake', caution: 'Eyes.' },
  place: 3,
  done: [],
  now: {
    id: 'push',
    do: 'Push until no bubbles come.',
    outcomes: [{ say: 'No bubbles' }, { say: 'Bubbles still coming' }],
  },
  next: { id: 'shut', do: 'Shut the port.' },
}
let open: ReturnType<typeof layOn> | undefined
async function start(more: object = {}, job: object = {}, with_ = pen(), locked = false) {
  open = layOn(job as Partial<JobView>, RunBench, { run: { ...run, ...more }, locked }, with_)
  await nextTick()
  return { on: open.on, sent: () => with_.record.mock.calls.map(([c]) => c) }
}
afterEach(() => open?.page.unmount())

describe('a step at the bench', () => {
  it('is answered by a digit, never by Enter, and shows what comes after it', async () => {
    const { on, sent } = await start()
    expect(on.text()).toContain('Next: Shut the port.')
    expect(on.findAll('button.button-go').length, 'no answer is filled before it is given').toBe(0)
    await press('Enter')
    expect(sent()).toEqual([])
    await press('1')
    expect(sent()).toEqual([{ step: { run: 'run', step: 'push', outcome: 'No bubbles', place: 3 } }])
  })
  it('takes the number of what was seen, and none that is not offered', async () => {
    const { sent } = await start()
    await press('7', '2')
    expect(sent()).toMatchObject([{ step: { outcome: 'Bubbles still coming' } }])
  })
  it('is not done before what it asks for is written down, and shows that where it is put back', async () => {
    const asks = { id: 'dial', do: 'Dials out.', record: { note: 'Clicks of the dials' }, outcomes: null }
    const { on, sent } = await start({ now: asks })
    await press('Enter')
    expect(sent()).toEqual([])
    expect(on.text()).toContain('Write it down first: clicks of the dials.')
    await on.find('label input').setValue('reach 4')
    await press('Enter')
    expect(sent()).toMatchObject([{ step: { step: 'dial', note: 'reach 4' } }])
    open?.page.unmount()
    const back = await start({ recalled: 'reach 4' })
    expect(back.on.text()).toContain('Written down before: reach 4')
  })
  it('waits for what it is to record, and for its gate', async () => {
    const { on, sent } = await start({ missing: 'Record it first: Front pads.', held: ['pads out'] })
    await press('Enter', '1')
    expect(sent()).toEqual([])
    expect(on.text()).toContain('First: pads out')
    expect(on.findAll('button.button-go').every((b) => (b.element as HTMLButtonElement).disabled)).toBe(true)
  })
  it('is signed by Enter once it was read, and never over words of what is wrong', async () => {
    vi.useFakeTimers()
    const air = { bench: { tyres: [], legs: [] } }
    const asks = { id: 'hold', do: 'Hold for ten.', record: { sign: 'front_brake' } }
    const { on, sent } = await start(
      { now: asks, missing: 'Sign the brake test first.' },
      { parts: { air } as unknown as JobView['parts'] },
    )
    await press('Enter')
    expect(sent(), 'unread').toEqual([])
    vi.advanceTimersByTime(1000)
    await nextTick()
    const words = on.find<HTMLInputElement>('input[aria-label="Note on the test"]')
    await words.setValue('it sinks')
    words.element.focus()
    await press('Enter')
    expect(sent(), 'it sinks is no pass').toEqual([])
    await words.setValue('')
    await press('Enter')
    expect(sent()).toMatchObject([{ sign: { what: 'front_brake', passed: true } }])
    vi.useRealTimers()
  })
  it('goes back with Backspace', async () => {
    const { on } = await start()
    await press('Backspace')
    expect(on.emitted('undo')).toHaveLength(1)
  })
  it('that was the last makes its work done, with the parts that were agreed', async () => {
    const item = { id: 'i', item: { parts: [{ name: 'Disc pads, pair', quantity: 1, price_minor: 1450 }] } }
    const { sent } = await start(
      { now: undefined, next: undefined, finished: true, item: 'i' },
      { items: [item] },
    )
    await press('Enter')
    expect(sent()).toEqual([
      { work: { item: 'i', run: 'run', parts: [{ name: 'Disc pads, pair', quantity: 1 }] } },
    ])
  })
  it('of a closed job hears nothing', async () => {
    const { on, sent } = await start({}, {}, pen(), true)
    await press('Enter', 'Backspace')
    expect([sent(), on.emitted('undo')]).toEqual([[], undefined])
  })
})

describe('before the first step', () => {
  const id = '0199a3b2-7c4e-7f00-8a11-2233445566aa'
  const oil = { id, name: 'Big tub', family: 'mineral', grade: '', left_ml: 900, front: {}, rear: {} }
  const dot = {
    id: `${id.slice(0, -2)}bb`,
    name: 'DOT',
    family: 'dot',
    grade: 'DOT 4',
    left_ml: 90,
    front: { refused: 'It swells the seals.' },
    rear: {},
  }
  const old = {
    id: `${id.slice(0, -2)}cc`,
    name: 'Old tub',
    family: 'mineral',
    grade: '',
    left_ml: 90,
    front: { warning: 'Not clean: say why.' },
    rear: {},
  }
  const offer = {
    id: 'bleed-push-front',
    end: 'front',
    name: 'Bleed the front brake',
    about: '',
    minutes: 35,
    fluid: true,
    choices: [
      {
        id: 'start',
        ask: 'How does it stand?',
        options: [
          { id: 'soft', name: 'Soft' },
          { id: 'dry', name: 'Dry' },
        ],
      },
    ],
    lay_out: ['gloves'],
    parts: ['Olive'],
    joints: [
      { name: 'Bleed screw', tool: 'hex 2', min_nm: 1, max_nm: 2 },
      { name: 'Quick-release', tool: 'hand', set: 'by feel' },
    ],
    caution: 'Eyes.',
  }
  async function lay() {
    const side = { end: 'front', family: 'mineral' }
    const job = { bottles: [dot, oil, old], bike: { facts: {} } } as unknown as JobView
    open = layOn(job, StartRun, { offer, side, locked: false })
    await nextTick()
    return { on: open.on, sent: () => open?.pen.record.mock.calls.map(([c]) => c) }
  }
  const radio = (on: ReturnType<typeof layOn>['on'], bottle: string) =>
    on.find<HTMLInputElement>(`input[value="${bottle}"]`)

  it('shows parts and joints, and the wrong fluid last and not to be picked', async () => {
    const { on } = await lay()
    expect(on.text()).toContain('Bleed screw, hex 2: 1 to 2 N·m')
    expect(on.text()).toContain('Quick-release, hand: by feel')
    expect(radio(on, dot.id).element.disabled).toBe(true)
    expect(on.findAll('input[type="radio"]').at(-1)?.attributes('value')).toBe(dot.id)
  })
  it('takes a bottle by its scanned label, and says so when it is none of the shelf', async () => {
    const { on, sent } = await lay()
    const scanner = on.find('input[placeholder^="utensil:bottle"]')
    await scanner.setValue('utensil:bottle:0199a3b2-7c4e-7f00-8a11-000000000000')
    expect(on.find('[role="alert"]').text()).toContain('no label of a bottle on the shelf')
    await scanner.setValue(`utensil:bottle:${id}`)
    await scanner.trigger('keydown', { key: 'Enter' })
    expect(radio(on, id).element.checked).toBe(true)
    await on.findAll('[role="radio"]')[1]?.trigger('click')
    await on.find('form').trigger('submit')
    expect(sent()).toMatchObject([
      { guided: { procedure: 'bleed-push-front', choices: { start: 'dry' }, bottle: id, reason: undefined } },
    ])
  })
  it('asks why a bottle is used that warns', async () => {
    const { on, sent } = await lay()
    await radio(on, old.id).setValue()
    const why = on.findAll('label').find((l) => l.text().startsWith('Why this one is used'))
    await why?.find('input').setValue('The clean one comes tomorrow.')
    await on.find('form').trigger('submit')
    expect(sent()).toMatchObject([{ guided: { bottle: old.id, reason: 'The clean one comes tomorrow.' } }])
  })
})
