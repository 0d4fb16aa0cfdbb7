import { useEventListener } from '@vueuse/core'

import { useAnswer } from '@/api/answer'
import type { Content } from '@/api/client'
import { judge } from '@/api/job'

/**
 * keys are what the number pad says at every bench. What is counted has the digits; what is stepped
 * through the arrows.
 */
export const keys = {
  /** what the large button says */
  go: 'Enter',
  /** with nothing typed: back, or the last thing taken back */
  back: 'Backspace',
  /** not this: not fitted, failed, not looked at, the wrong way */
  not: '/',
  /** the same again: as before, read again, all of it */
  again: '*',
  /** on, and another: later, the next one, more of it */
  on: '+',
  /** as it was found, or less of it */
  found: '-',
  /** cannot be told, or all the rest */
  none: '0',
  note: 'n',
  photo: 'p',
} as const
export type BenchKey = keyof typeof keys

/** caps are what stands on the caps of keys whose name is not what they say. */
export const caps: Partial<Record<BenchKey, string>> = { back: '⌫', found: '−' }

/**
 * Whether somebody walks the screen by Tab: then Enter presses what has the focus. After a finger or
 * a mouse the focus is where it happened to be left, and Enter does what the button that shows it says.
 */
let walks = false
document.addEventListener('keydown', (e) => e.key === 'Tab' && (walks = true), true)
document.addEventListener('pointerdown', () => (walks = false), true)

/**
 * armed is the button that shows Enter. A way on from here yields to what is still to be done here:
 * it shows Enter only while nothing else does.
 */
function armed() {
  const shown = [...document.querySelectorAll(`kbd[data-key="${keys.go}"]`)]
    .map((cap) => cap.closest<HTMLElement>('button, a'))
    .filter((b) => b !== null && (b.checkVisibility?.() ?? true))
  const here = shown.filter((b) => !b?.hasAttribute('data-yields'))
  return (here.length ? here : shown).find((b) => !b?.matches(':disabled'))
}

/**
 * A field of a form sends its form, one of many lines breaks a line, one that is chosen from takes what is
 * chosen, and what is no part of the bench has its own; a field on its own has Enter for the bench.
 */
const keepsEnter = (field: HTMLElement) =>
  !field.matches('input:not([role="combobox"])') || !!field.closest('form, header, [role="banner"]')

/**
 * useBenchKeys gives a run to one hand on a number pad. Keys go to the run unless something
 * else that takes typing has them. Enter presses the button that shows it, and comes to the handler
 * only while there is none. Return false from a handler to leave the key alone.
 */
export function useBenchKeys(handle: (key: string) => boolean) {
  // Enter is heard before what has the focus: after a finger that may open its list by it, and nobody meant so.
  useEventListener('keydown', (event) => outside(event) && hear(event), { capture: true })
  useEventListener('keydown', (event) => outside(event) || hear(event))
  const outside = ({ key, target }: KeyboardEvent) =>
    key === keys.go && !(target as HTMLElement).matches('input, textarea, [contenteditable]')
  function hear(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    // A key that is held does its work once: who holds ⌫ empties a field, and does not fly back
    // through the bike.
    if (event.repeat && !/^([\d.,]|Arrow.*)$/.test(event.key)) return
    const on = event.target as HTMLElement
    const bench = on.closest('[data-bench]') !== null
    const typing = on.matches('input, textarea') || on.isContentEditable
    const go = event.key === keys.go
    if ((typing && (go ? keepsEnter(on) : !bench)) || on.matches('[role="listbox"]')) return
    const item = on.matches('[role="menuitem"]')
    const chooses = item || on.matches('[role="radio"]')
    const pressed = on.matches('button, a')
    if (event.key === ' ' && (pressed || chooses)) return
    if (go && (item || ((chooses || pressed) && walks))) return
    if (document.querySelector('[aria-modal="true"]')) return
    const button = go ? armed() : undefined
    if (button) {
      event.preventDefault()
      event.stopPropagation()
      button.click()
    } else if (!typing || bench) {
      if (handle(event.key)) event.preventDefault()
    }
  }
}

/** startsFigure says whether a key begins a figure while the figure's field has not got the focus. */
export const startsFigure = (key: string, field: HTMLElement | null) =>
  /^[\d.,]$/.test(key) &&
  document.activeElement !== field &&
  !document.activeElement?.matches('input, textarea')

/** usePreview asks the server what an entry would mean while it is being typed. */
export function usePreview(job: () => string, content: () => Content | undefined) {
  const { answer, fault, off } = useAnswer(content, (what, signal) => judge(job(), what, signal), {
    keep: false,
  })
  return { preview: answer, fault, clear: off }
}
