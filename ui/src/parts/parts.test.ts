// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'

import { Fault } from '@/api/client'

import ChanceRule from './ChanceRule.vue'
import ConditionMark from './ConditionMark.vue'
import FaultNote from './FaultNote.vue'
import FigureField from './FigureField.vue'
import { readFigure } from './figures'
import FormFault from './FormFault.vue'
import GaugeStrip from './GaugeStrip.vue'
import { inCurrency } from './money'
import TextField from './TextField.vue'
import { atWallClock, daysAfter, wallClock } from './time'
import { figure, percent, typedNumber } from './words'

describe('words of the bench', () => {
  it('never claims a certainty that was not reached', () => {
    expect([0, 0.001, 0.004, 0.006, 0.5, 0.994, 0.999, 1].map(percent)).toEqual([
      '0 %',
      '< 1 %',
      '< 1 %',
      '1 %',
      '50 %',
      '99 %',
      '> 99 %',
      '100 %',
    ])
  })
  it('reads and prints figures', () => {
    expect(figure(1.5)).toBe('1.5')
    expect(figure(1.23456)).toBe('1.235')
    expect(typedNumber('0,9 mm')).toBe(0.9)
    expect(typedNumber('thin')).toBeUndefined()
  })
  it('keeps money in the currency’s own minor unit', () => {
    expect(inCurrency(3050, 'GBP')).toBe('£30.50')
    expect(inCurrency(3050, 'JPY')).toBe('JP¥3,050')
  })
})

describe('the clock on the shop’s wall', () => {
  // Offsets of the zones as the IANA time zone database has them (value from memory).
  it.each([
    ['2026-07-01T09:30', 'Europe/London', '2026-07-01T08:30:00.000Z'],
    ['2026-01-01T09:30', 'Europe/London', '2026-01-01T09:30:00.000Z'],
    ['2026-07-01T09:30', 'America/New_York', '2026-07-01T13:30:00.000Z'],
    ['2026-07-01T09:30', 'Asia/Kolkata', '2026-07-01T04:00:00.000Z'],
    ['2026-01-01T00:15', 'Pacific/Auckland', '2025-12-31T11:15:00.000Z'],
    ['2026-03-29T03:10', 'Europe/Berlin', '2026-03-29T01:10:00.000Z'], // the first minutes of summer time
    ['2026-10-25T04:00', 'Europe/Berlin', '2026-10-25T03:00:00.000Z'], // and after its end
  ])('%s in %s', (text, zone, at) => {
    expect(atWallClock(text, zone)?.toISOString()).toBe(at)
    expect(wallClock(new Date(at), zone)).toBe(text)
  })
  it('says nothing of what is no time, and counts days over months and leap years', () => {
    expect(atWallClock('', 'Europe/London')).toBeUndefined()
    expect(atWallClock('soon', 'Europe/London')).toBeUndefined()
    expect(daysAfter('2028-02-28', 1)).toBe('2028-02-29')
    expect(daysAfter('2026-12-30', 3)).toBe('2027-01-02')
  })
})

describe('a figure in a form', () => {
  it.each([
    ['2.5', 2.5],
    ['2,5', 2.5],
    ['-8', -8],
    ['−0.05', -0.05],
    [' 7. ', 7],
    ['.5', 0.5],
    ['9 cm', undefined],
    ['1.2.3', undefined],
    ['1e3', undefined],
    ['warm', undefined],
    ['', undefined],
  ])('“%s”', (typed, value) => expect(readFigure(typed)).toBe(value))

  const field = (props: Record<string, unknown>) => {
    const laid = mount(FigureField, {
      props: {
        label: 'It held, ml',
        name: 'volume_ml',
        modelValue: 250,
        'onUpdate:modelValue': (modelValue: number) => laid.setProps({ modelValue }),
        ...props,
      },
    })
    return laid
  }
  const type = async (laid: ReturnType<typeof field>, text: string) => {
    await laid.get('input').setValue(text)
    return laid
  }

  it('stays as it was typed when it is none, holds the form back and says what to type', async () => {
    const laid = await type(field({}), '25o')
    expect(laid.get('input').element.value).toBe('25o')
    expect(laid.get('input').element.validationMessage).toContain('“25o” is not read')
    expect(laid.get('[role="alert"]').text()).toContain('“25o” is not read')
    expect(laid.props('modelValue')).toBe(250)
    await type(laid, '500')
    expect(laid.get('input').element.validationMessage).toBe('')
    expect(laid.find('[role="alert"]').exists()).toBe(false)
    expect(laid.props('modelValue')).toBe(500)
  })
  it('is whole where things are counted, and may be empty where that means something', async () => {
    expect((await type(field({ whole: true }), '2.5')).get('[role="alert"]').text()).toContain('such as 12.')
    expect((await type(field({ blank: 0 }), '')).props('modelValue')).toBe(0)
    expect(field({ blank: 0, modelValue: 0 }).get('input').element.value).toBe('')
    expect((await type(field({}), ' ')).get('[role="alert"]').text()).toBe('Type a figure here.')
  })
  it('follows what fills it from outside', async () => {
    const laid = field({})
    await laid.setProps({ modelValue: 100 })
    expect(laid.get('input').element.value).toBe('100')
  })
})

describe('the gauge strip', () => {
  const props = {
    ruling: { min: 0, max: 4, step: 0.1, major: 0.5 },
    zones: [
      { from: 0, to: 0.5, mark: 'unsafe' as const },
      { from: 0.5, to: 1, mark: 'due' as const },
      { from: 1, to: 4, mark: 'sound' as const },
    ],
    unit: 'mm',
    label: 'Front pads',
  }
  it('says in words what it shows', () => {
    const strip = mount(GaugeStrip, { props: { ...props, now: 0.9, past: [2.5, 1.7] } })
    expect(strip.get('[role="img"]').attributes('aria-label')).toBe('Front pads: 0.9 mm; earlier 2.5, 1.7')
  })
  it('numbers the divisions it was ruled with, and no others', () => {
    const strip = mount(GaugeStrip, { props })
    const numbers = strip.findAll('text').map((t) => t.text())
    expect(numbers).toEqual(['0', '0.5', '1', '1.5', '2', '2.5', '3', '3.5', '4'])
  })
  it('keeps a figure beyond its ends on the rule', () => {
    const notch = (now: number) => mount(GaugeStrip, { props: { ...props, now } }).get('g[transform]')
    const at = (now: number) =>
      Number(/translate\(([\d.]+)/.exec(notch(now).attributes('transform') ?? '')?.[1])
    expect(at(9)).toBe(at(4))
    expect(at(-2)).toBe(at(0))
    expect(at(2)).toBeCloseTo((at(0) + at(4)) / 2)
    expect(notch(9).text()).toBe('9 beyond the scale')
  })
})

describe('the chance rule', () => {
  it('is as long as the chance', () => {
    const bar = (chance: number) => mount(ChanceRule, { props: { chance } }).get('rect').attributes('width')
    expect([0, 0.425, 1].map(bar)).toEqual(['0%', '42.5%', '100%'])
  })
})

describe('a condition mark', () => {
  it('is told apart without colour', () => {
    const shapes = ['open', 'sound', 'watch', 'due', 'unsafe'].map((mark) =>
      mount(ConditionMark, { props: { mark, size: 20 } })
        .html()
        .replaceAll(/var\(--color-[a-z]+\)|aria-label="[^"]*"|title="[^"]*"|>[^<]*</g, ''),
    )
    expect(new Set(shapes).size).toBe(5)
  })
})

describe('a fault', () => {
  it('says what to do, and offers what may have been meant', async () => {
    const note = mount(FaultNote, {
      props: {
        fault: new Fault(422, 'That cannot be right', '25 mm cannot be right here.', 'typed', [2.5]),
      },
    })
    expect(note.text()).toContain('25 mm cannot be right here.')
    await note.get('button').trigger('click')
    expect(note.emitted('take')).toEqual([[2.5]])
  })
})

describe('what went wrong with a form', () => {
  const Form = defineComponent({
    props: { fault: { type: Fault, default: undefined } },
    setup: (props) => () =>
      h('form', [
        h(FormFault, { fault: props.fault }),
        h(TextField, { label: 'ml', name: 'ml', fault: props.fault }),
      ]),
  })
  it.each(['ml', 'end', undefined])(
    'is said once: at the field it names (%s), or over the form',
    async (field) => {
      const form = mount(Form)
      await form.setProps({ fault: new Fault(422, 'Not so', 'Read it first.', field) })
      await flushPromises()
      expect(form.text().split('Read it first.')).toHaveLength(2)
    },
  )
})
