// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { Fault } from '@/api/client'

import { allRead } from './desk'
import DeskFields from './DeskFields.vue'
import { bottleOf, canSee, seeLabel } from './label'
import StepTimer from '@/areas/guided/StepTimer.vue'

const settle = async () => {
  await nextTick()
  await new Promise((resolve) => setTimeout(resolve))
}

describe('a figure typed at the brake desk', () => {
  it('is read with the others, or none of them is', () => {
    expect(allRead(['length', 'bore'], { length: '900', bore: '2,5' })).toEqual({ length: 900, bore: 2.5 })
    expect(allRead(['length', 'bore'], { length: '900', bore: 'thin' })).toBeUndefined()
    expect(allRead(['length', 'bore'], { length: '900' })).toBeUndefined()
  })

  it('is passed on with the others as they were', async () => {
    const fields = mount(DeskFields, {
      props: {
        fields: [
          { key: 'length', label: 'Hose, mm' },
          { key: 'bore', label: 'Bore, mm' },
        ],
        modelValue: { length: '900', bore: '2' },
        'onUpdate:modelValue': (values: Record<string, string>) => fields.setProps({ modelValue: values }),
      },
    })
    const [length] = fields.findAll('input')
    await length?.setValue('1700')
    expect(fields.props('modelValue')).toEqual({ length: '1700', bore: '2' })
    expect(fields.find('label').text()).toContain('Hose, mm')
    await length?.setValue('9 cm')
    expect(fields.get('[role="alert"]').text()).toContain('“9 cm” is not read')
    expect(fields.props('modelValue')).toEqual({ length: '9 cm', bore: '2' })
  })
})

describe('a bottle’s label', () => {
  const id = '0199a3b2-7c4e-7f00-8a11-2233445566aa'
  afterEach(() => void vi.unstubAllGlobals())

  it('names one bottle, and nothing else does', () => {
    expect(bottleOf(` utensil:bottle:${id}\n`)).toBe(id)
    expect(bottleOf(`https://bikes.example/?utensil:bottle:${id}`)).toBeUndefined()
    expect(bottleOf('utensil:bottle:the big tub')).toBeUndefined()
  })

  it('is found on a photo among other codes, where the browser can read them', async () => {
    expect(canSee()).toBe(false)
    expect(await seeLabel(new Blob())).toBeUndefined()
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({}))
    vi.stubGlobal(
      'BarcodeDetector',
      class {
        detect = () => Promise.resolve([{ rawValue: '0000000000000' }, { rawValue: `utensil:bottle:${id}` }])
      },
    )
    expect(canSee()).toBe(true)
    expect(await seeLabel(new Blob())).toBe(id)
  })
})

describe('an answer', () => {
  it('is the one to the last question, whatever arrives last; what is asked no more is broken off', async () => {
    const asked = ref(1)
    const waiting: Record<number, (said: string) => void> = {}
    const broken: number[] = []
    const { answer } = useAnswer(
      () => asked.value,
      (n, signal) => {
        signal.addEventListener('abort', () => broken.push(n))
        return new Promise<string>((resolve) => (waiting[n] = resolve))
      },
      { wait: 5 },
    )
    asked.value = 7 // stands too short to be asked
    await nextTick()
    asked.value = 2
    await vi.waitFor(() => expect(Object.keys(waiting)).toEqual(['1', '2']))
    expect(broken).toEqual([1])
    waiting[2]?.('second')
    await settle()
    waiting[1]?.('first')
    await settle()
    expect(answer.value).toBe('second')
  })

  it('gives way to a refusal, and the refusal to the next answer', async () => {
    const asked = ref('-5')
    const { answer, fault } = useAnswer(
      () => asked.value,
      (text) =>
        text === '-5'
          ? Promise.reject(new Fault(422, 'That cannot be right', 'A hose is 200 to 3500 mm long.'))
          : Promise.resolve(text),
      { wait: 5 },
    )
    await settle()
    expect(fault.value?.detail).toContain('200 to 3500 mm')
    asked.value = '900'
    await vi.waitFor(() => expect(fault.value).toBeUndefined())
    expect(answer.value).toBe('900')
  })
})

describe('a step’s timer', () => {
  beforeEach(() => void vi.useFakeTimers({ now: new Date('2026-03-02T10:00:00Z') }))
  afterEach(() => void vi.useRealTimers())

  it('runs by itself from when the step came up', async () => {
    const timer = mount(StepTimer, { props: { seconds: 120, since: '2026-03-02T09:59:30Z' } })
    expect(timer.text()).toContain('1:30')
    await vi.advanceTimersByTimeAsync(60_000)
    expect(timer.text()).toContain('0:30')
    expect(timer.attributes('aria-label')).toBe('30 seconds left')
    await vi.advanceTimersByTimeAsync(31_000)
    expect(timer.text()).toBe('Time')
    expect(timer.attributes('aria-label')).toBe('Time is up')
    timer.unmount()
  })
})
