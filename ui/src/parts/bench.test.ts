// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'

import { useBenchKeys } from './bench'
import KeyCap from './KeyCap.vue'

const acts = { go: vi.fn(), next: vi.fn(), other: vi.fn(), sends: vi.fn() }
const handled = vi.fn<(key: string) => boolean>(() => true)

/** bench is a screen with a field that is the bench's, one on its own, one of a form, and what belongs to the page. */
const bench = (button: string) =>
  defineComponent({
    components: { KeyCap },
    setup: () => (useBenchKeys(handled), acts),
    template: `
      <header><input id="search" role="combobox" /></header>
      <main>
        <input id="figure" data-bench /><input id="alone" /><textarea id="lines" />
        <form @submit.prevent="sends()"><input id="form" /></form>
        <input id="chosen" role="combobox" />
        <button id="other" @click="other()">Other</button>
        ${button}
        <a id="next" href="#" data-yields @click.prevent="next()">Next <KeyCap of="go" /></a>
      </main>`,
  })
const here = '<button id="go" @click="go()">Log <KeyCap of="go" /></button>'
const dead = '<button id="go" disabled @click="go()">Log <KeyCap of="go" /></button>'

let page: ReturnType<typeof mount> | undefined
function enter(button: string, from: string, before = '') {
  page = mount(bench(button), { attachTo: document.body })
  const on = from ? page.get<HTMLElement>(`#${from}`).element : document.body
  on.focus()
  for (const key of [before, 'Enter'].filter(Boolean))
    on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
  const done = Object.entries(acts).flatMap(([name, act]) => act.mock.calls.map(() => name))
  return done.join() || (handled.mock.calls.length ? 'handler' : '')
}
afterEach(() => {
  page?.unmount()
  document.dispatchEvent(new Event('pointerdown'))
  vi.clearAllMocks()
})

describe('the law for Enter', () => {
  it.each([
    ['from nowhere', here, '', 'go'],
    ['from another button, which a finger left focused', here, 'other', 'go'],
    ['from the field of the bench', here, 'figure', 'go'],
    ['from a field on its own', here, 'alone', 'go'],
    ['from the way on, which yields to what is to be done here', here, 'next', 'go'],
    ['with nothing else to do: the way on', '', '', 'next'],
    ['while what is to be done here cannot be: nothing but the bench', dead, 'figure', 'handler'],
    ['from many lines, which break', here, 'lines', ''],
    ['from what is chosen', here, 'chosen', ''],
    ['from the page’s own search', here, 'search', ''],
    ['from a form, which sends itself', here, 'form', ''],
  ])('%s', (_, button, from, does) => {
    expect(enter(button, from)).toBe(does)
  })
  it('leaves what Tab has reached to itself', () => {
    expect(enter(here, 'other', 'Tab')).toBe('handler') // of Tab; Enter is the browser's
    expect(acts.go).not.toHaveBeenCalled()
  })
  it('does its work once while it is held', () => {
    page = mount(bench(here), { attachTo: document.body })
    for (const repeat of [false, true, true])
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, repeat }))
    expect(acts.go).toHaveBeenCalledTimes(1)
  })
})
