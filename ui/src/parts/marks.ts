import type { Mark } from '@/api/client'

const colours: Record<Mark, string> = {
  open: 'var(--color-faint)',
  sound: 'var(--color-ink)',
  watch: 'var(--color-ink)',
  due: 'var(--color-ochre)',
  unsafe: 'var(--color-brick)',
}

const words: Record<Mark, string> = {
  open: 'not looked at',
  sound: 'sound',
  watch: 'watch',
  due: 'due',
  unsafe: 'unsafe',
}

const known = (mark: string): Mark => (mark in words ? (mark as Mark) : 'open')

export const markColour = (mark: string) => colours[known(mark)]
export const markWords = (mark: string) => words[known(mark)]
/** Verdict is how a judgement opens its sentence. */
export const markVerdict = (mark: string) =>
  ({ open: 'Not looked at', sound: 'Sound', watch: 'Watch it', due: 'Due now', unsafe: 'Unsafe' })[
    known(mark)
  ]
