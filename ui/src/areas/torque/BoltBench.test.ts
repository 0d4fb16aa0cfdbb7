// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import { type BoltView, Fault, type JobView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import BoltBench from './BoltBench.vue'

vi.mock('@/api/session', () => ({
  useSession: () => ({ settings: ref({ time_zone: 'UTC', torque_unit: 'N·m' }), hands: ref(true) }),
}))
vi.mock('@/api/answer', () => ({ useAnswer: () => ({ answer: ref(), fault: ref(), off: () => {} }) }))
vi.mock('@/api/job', () => ({ useBook: () => ({ data: ref() }), judge: () => new Promise(() => {}) }))

const clamp = {
  fastener: 'faceplate',
  position: '1',
  name: 'Handlebar clamp',
  component: 'Stem',
  tool: 'hex 4',
  treatment: 'thin grease',
  critical: true,
  rule: { min_nm: 5, max_nm: 6, source: 'manual' },
  ruling: { min: 0, max: 10, step: 0.5, major: 1 },
} as unknown as BoltView
const bench = (bolt: Partial<BoltView> = {}, more: Record<string, unknown> = {}, with_ = pen()) => {
  const habits = { halves: ref<string[]>([]), wrench: ref(''), reasons: ref({}), adapter: ref(null) }
  const one = { ...clamp, ...bolt }
  const props = { bolt: one, locked: false, unit: 'N·m', last: '5.2', habits, quiet: false, ...more }
  const laid = layOn(
    { job: { id: 'j' }, parts: { bolts: { bolts: [one], wrenches: [], tray: [] } } } as unknown as JobView,
    BoltBench,
    props,
    with_,
  )
  const sent = () => laid.pen.record.mock.calls.map(([content]) => content.torque)
  return { ...laid, sent, habits }
}
let open: ReturnType<typeof bench> | undefined
const start = async (...given: Parameters<typeof bench>) => {
  open = bench(...given)
  await nextTick()
  await nextTick()
  return open
}
afterEach(() => open?.page.unmount())

describe('a bolt under one hand on a number pad', () => {
  it('is logged by its figure and Enter, from wherever the focus is', async () => {
    const { sent, on } = await start()
    ;(document.activeElement as HTMLElement).blur()
    await press('5', '.', '5')
    expect((on.find('#torque').element as HTMLInputElement).value).toContain('5')
    await on.find('#torque').setValue('5.5')
    await press('Enter')
    expect(sent()).toMatchObject([
      { fastener: 'faceplate', position: '1', left_typed: '5.5', found: 'not_checked' },
    ])
    expect(on.emitted('onward')).toHaveLength(1)
  })

  it('is not logged while the length of its adapter cannot be read', async () => {
    const { sent, on, habits } = await start()
    habits.adapter.value = { length_mm: 50, wrench_mm: 250, angle_deg: 0 } as never
    await on
      .findAll('button')
      .find((b) => b.text().startsWith('Wrench, adapter'))
      ?.trigger('click')
    const length = on
      .findAll('input')
      .find((i) => i.attributes('name') !== 'torque' && i.element.value === '50')
    await length?.setValue('7o')
    await on.find('#torque').setValue('5.5')
    ;(on.find('#torque').element as HTMLElement).focus()
    await press('Enter')
    expect(sent()).toEqual([])
    expect(document.activeElement).toBe(length?.element)
    expect((on.find('#torque').element as HTMLInputElement).value).toBe('5.5')
    await length?.setValue('70')
    ;(on.find('#torque').element as HTMLElement).focus()
    await press('Enter')
    expect(sent()).toMatchObject([{ left_typed: '5.5', adapter: { length_mm: 70 } }])
  })

  it('is logged once, however often Enter is pressed while the answer is awaited', async () => {
    const slow = pen()
    let answer: (view: JobView) => void = () => {}
    slow.record.mockImplementation(() => new Promise((come) => (answer = come)))
    const { sent, on } = await start({}, {}, slow)
    await on.find('#torque').setValue('5.5')
    await press('Enter', 'Enter')
    expect(sent()).toHaveLength(1)
    await on.find('#torque').setValue('6') // the next bolt's, typed ahead
    answer({} as JobView)
    await vi.waitFor(() => expect(on.emitted('onward')).toHaveLength(1))
    expect(open?.desk.early.value).toBe('6')
  })

  it('keeps what was typed when it is refused', async () => {
    const strict = pen()
    strict.record.mockImplementation(() => {
      strict.fault.value = new Fault(422, 'Not so', 'Did you mean 5.5?', 'left_typed', [5.5])
      return Promise.resolve(undefined)
    })
    const { on } = await start({}, {}, strict)
    await on.find('#torque').setValue('555')
    await press('Enter')
    await vi.waitFor(() => expect(on.text()).toContain('Did you mean 5.5?'))
    expect((on.find('#torque').element as HTMLInputElement).value).toBe('555')
    expect(on.emitted('onward')).toBeUndefined()
  })

  it.each([
    [['-'], { found: 'loose' }],
    [['-', '-'], { found: 'not_checked' }],
    [['+'], { found: 'over_tight' }],
    [['+', '+', '+', '+'], { found: 'not_checked' }],
  ])('says with %j how it was found', async (keys, found) => {
    const { sent, on } = await start()
    await press(...keys)
    await on.find('#torque').setValue('5.5')
    on.find<HTMLInputElement>('#torque').element.focus()
    await press('Enter')
    expect(sent()).toMatchObject([found])
  })

  it('that sits fast needs a word why, and no figure', async () => {
    const { sent, on } = await start()
    await press('+', '+', 'Enter')
    const note = on.get('[aria-label="Note"]')
    expect(sent(), 'nothing is sent without a word why').toEqual([])
    await vi.waitFor(() => expect(document.activeElement).toBe(note.element))
    await note.setValue('Rounded; the owner knows.')
    await press('Enter')
    expect(sent()[0]).toMatchObject({ found: 'stuck', note: 'Rounded; the owner knows.' })
  })

  it('that came out damaged still takes its digits as a torque', async () => {
    const { sent, on } = await start()
    await press('+', '+', '+')
    expect((on.get('[aria-label="Note"]').element as HTMLInputElement).labels?.[0]?.textContent).toContain(
      'what is wrong with it',
    )
    const torque = on.get('#torque')
    await vi.waitFor(() => expect(document.activeElement, 'digits are typed here').toBe(torque.element))
    await torque.setValue('5.2')
    await press('Enter')
    expect(sent()[0]).toMatchObject({ found: 'damaged', left_typed: '5.2', note: undefined })
  })

  it('that is missing is told at once, but explained first where the rider trusts it', async () => {
    const plain = await start({ critical: false })
    await press('/')
    expect(plain.sent()).toMatchObject([{ not_fitted: true }])
    plain.page.unmount()
    const trusted = await start()
    await press('/')
    expect(trusted.sent()).toEqual([])
    await press('Enter')
    expect(trusted.sent()).toMatchObject([{ not_fitted: true }])
  })

  it('has a note under n, the camera under p, and the last figure under *', async () => {
    const { on } = await start()
    const shutter = vi.spyOn(HTMLInputElement.prototype, 'click').mockImplementation(() => {})
    await press('p')
    expect(shutter.mock.contexts).toEqual([on.find('input[type="file"]').element])
    shutter.mockRestore()
    await press('*')
    expect((on.find('#torque').element as HTMLInputElement).value).toBe('5.2')
    await on.find('#torque').setValue('')
    await press('n')
    const note = on.find('[aria-label="Note"]')
    expect(document.activeElement).toBe(note.element)
    await press('-') // a dash in a note is a dash
    expect(on.find('button[aria-pressed="true"]').exists()).toBe(false)
  })

  it('set by feel needs Enter alone', async () => {
    const { sent } = await start({ rule: undefined, ruling: undefined, set: 'It closes with a click.' })
    await press('Enter')
    expect(sent()).toMatchObject([{ set: true }])
  })

  it('of a set goes half round first, and that is no log', async () => {
    const { sent, habits } = await start({ pattern: 'star', turn: 1, of: 4, half_nm: 2.8 })
    await press('Enter')
    expect(habits.halves.value).toEqual(['j/faceplate'])
    expect(sent()).toEqual([])
  })

  it('of a closed job hears nothing', async () => {
    const { sent } = await start({}, { locked: true })
    await press('5', 'Enter', '/', '-')
    expect(sent()).toEqual([])
  })
})
