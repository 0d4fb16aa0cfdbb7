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
 * useBenchKeys gives a run to one hand on a number pad. Keys go to the run unless something
 * else that takes typing has them. Return false from a handler to leave the key alone.
 */
export function useBenchKeys(handle: (key: string) => boolean) {
  useEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    // A key that is held does its work once: who holds ⌫ empties a field, and does not fly back
    // through the bike.
    if (event.repeat && !/^([\d.,]|Arrow.*)$/.test(event.key)) return
    const on = event.target as HTMLElement
    const bench = on.closest('[data-bench]') !== null
    const typing = on.matches('input, textarea') || on.isContentEditable
    if ((typing && !bench) || on.matches('[role="listbox"]')) return
    const chooses = on.matches('[role="menuitem"], [role="radio"]')
    const pressed = on.matches('button, a')
    if (event.key === ' ' && (pressed || chooses)) return
    if (event.key === 'Enter' && (chooses || (pressed && walks))) return
    if (document.querySelector('[aria-modal="true"]')) return
    if (handle(event.key)) event.preventDefault()
  })
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
