// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { type Component, nextTick, ref } from 'vue'

import { Fault } from '@/api/client'

import ChoiceField from './ChoiceField.vue'
import ChoiceRow from './ChoiceRow.vue'
import FoldBox from './FoldBox.vue'
import TabRow from './TabRow.vue'
import TickField from './TickField.vue'

const open: { unmount: () => void }[] = []
afterEach(() => open.splice(0).forEach((on) => on.unmount()))

/** put mounts a control whose value is kept, in the document, as a hand finds it. */
function put<T>(part: unknown, start: T, props: object, slots = {}) {
  const value = ref(start)
  const on = mount(part as Component, {
    attachTo: document.body,
    props: {
      ...props,
      modelValue: start,
      'onUpdate:modelValue': (to: T) => ((value.value = to as never), void on.setProps({ modelValue: to })),
    },
    slots,
  })
  open.push(on)
  return { on, value }
}

const grounds = [
  ['road', 'the road'],
  ['gravel', 'gravel'],
  ['mud', 'mud'],
] as const

describe('a choice that drops from its field', () => {
  const field = (props = {}) => put(ChoiceField, 'road', { label: 'Rides on', choices: grounds, ...props })

  it('says its label and what is chosen, and shows its words when pressed', async () => {
    const { on } = field()
    const button = on.get('button')
    await nextTick()
    const named = button.attributes('aria-labelledby')?.split(' ') ?? []
    expect(named.map((id) => document.getElementById(id)?.textContent?.trim())).toEqual([
      'Rides on',
      'the road',
    ])
    expect(on.findAll('[role="option"]')).toHaveLength(0)
    await button.trigger('click')
    expect(on.findAll('[role="option"]').map((o) => o.get('span').text())).toEqual([
      'the road',
      'gravel',
      'mud',
    ])
    await on.findAll('[role="option"]')[1]?.trigger('click')
    expect(on.get('button').text()).toBe('gravel')
    await on.setProps({ modelValue: undefined })
    await on.get('button').trigger('click')
    expect(on.findAll('[aria-selected="true"]')).toHaveLength(0)
  })
  it('is chosen from by the digit on a row, which the bench behind it does not get', async () => {
    const { on, value } = field()
    const heard: string[] = []
    const listen = (event: KeyboardEvent) => heard.push(event.key)
    window.addEventListener('keydown', listen)
    await on.get('button').trigger('click')
    await on.get('[role="listbox"]').trigger('keydown', { key: '3' })
    await flushPromises()
    expect(value.value).toBe('mud')
    expect(on.find('[role="listbox"]').exists()).toBe(false)
    window.removeEventListener('keydown', listen)
    expect(heard).toEqual([])
  })
  it('says what is to be chosen, what is wrong, and nothing when it is not its own', async () => {
    const fault = new Fault(400, 'No', 'not on that', 'surface')
    const { on } = field({ name: 'surface', none: 'not looked at', fault })
    await on.setProps({ modelValue: undefined })
    expect(on.get('button').text()).toBe('not looked at')
    expect(on.get('[role="alert"]').text()).toBe('not on that')
    expect(on.get('button').attributes('aria-invalid')).toBe('true')
    await on.setProps({ name: 'other' })
    expect(on.find('[role="alert"]').exists()).toBe(false)
  })
  it('does not open while it is locked', async () => {
    const { on } = field({ disabled: true })
    await on.get('button').trigger('click')
    expect(on.find('[role="listbox"]').exists()).toBe(false)
  })
})

describe('the other controls', () => {
  it('a row of words has none chosen until somebody does, then one', async () => {
    const { on, value } = put(ChoiceRow, undefined, { label: 'Rides on', choices: grounds })
    const checked = () => on.findAll('[role="radio"]').map((r) => r.attributes('aria-checked'))
    expect(checked()).toEqual(['false', 'false', 'false'])
    await on.findAll('[role="radio"]')[2]?.trigger('click')
    expect(value.value).toBe('mud')
    expect(checked()).toEqual(['false', 'false', 'true'])
    await on.setProps({ modelValue: undefined }) // sent off: the next one is not answered yet
    expect(checked()).toEqual(['false', 'false', 'false'])
  })
  it('a tick is set by its words as by its box', async () => {
    const { on, value } = put(TickField, false, {}, { default: () => 'tubeless' })
    await on.get('label').trigger('click')
    expect(value.value).toBe(true)
    await on.get('[role="switch"]').trigger('click')
    expect(value.value).toBe(false)
  })
  it('what is folded keeps what was typed in it, and opens as it is told', async () => {
    const on = mount(FoldBox, {
      attachTo: document.body,
      props: { open: false },
      slots: { row: 'A flat', default: '<input />' },
    })
    open.push(on)
    const shown = () => on.get('button').attributes('aria-expanded')
    await on.get('button').trigger('click')
    await on.get('input').setValue('38')
    await on.get('button').trigger('click')
    expect(shown()).toBe('false')
    expect(on.get('input').element.value).toBe('38')
    await on.setProps({ open: true })
    await nextTick()
    expect(shown()).toBe('true')
  })
  it('one leaf lies open', async () => {
    const { on, value } = put(
      TabRow,
      'road',
      { label: 'Grounds', tabs: grounds },
      { default: () => 'its leaf' },
    )
    await on.findAll('[role="tab"]')[1]?.trigger('click')
    expect(value.value).toBe('gravel')
    await flushPromises()
    expect(on.findAll('[role="tabpanel"]').map((p) => p.text())).toContain('its leaf')
  })
})
