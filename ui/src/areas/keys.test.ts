import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

import { describe, expect, it } from 'vitest'

// One keypad, one language: what a key says stands in parts/bench.ts, and no bench has words of its own for it.
const benches = import.meta.glob('./**/*.vue')
const textOf = (file: string) => readFileSync(fileURLToPath(new URL(file, import.meta.url)), 'utf8')

/** A practice brings along what is turned and tried there; its keys are its own. */
const own = ['./practice/PracticeGears.vue', './practice/PracticeWheel.vue']

describe.each(Object.keys(benches).filter((f) => textOf(f).includes('useBenchKeys(')))('%s', (file) => {
  const text = textOf(file)
  it('speaks of keys by what they say', () => {
    const spelt = [...text.matchAll(/\bkey (?:===|!==) '([^']*)'/g)].map(([, key = '']) => key)
    // What is stepped through has the arrows, what is written in words is left with Escape.
    expect(spelt.filter((key) => !/^(Arrow|Escape|[1-9]$)/.test(key))).toEqual(
      own.includes(file) ? expect.anything() : [],
    )
  })
  it('has a cap for each key that it hears', () => {
    for (const [, key = ''] of text.matchAll(/\bkey === keys\.(\w+)/g)) {
      const shown = text.includes(`of="${key}"`)
      const inPart = textsBeside(file).some((t) => t.includes(`of="${key}"`))
      expect(shown || inPart || silent.has(`${file} ${key}`), `${key} is heard, and no button shows it`).toBe(
        true,
      )
    }
  })
})

/** Other pieces of the same area: a bench may have its buttons in a piece of its own. */
const textsBeside = (file: string) =>
  Object.keys(benches)
    .filter((f) => f.startsWith(file.replace(/[^/]*$/, '')))
    .map(textOf)

/** Keys that do what their button shows without a cap on it. */
const silent = new Set([
  './torque/BoltBench.vue on', // how it was found: its buttons show how often it is pressed
  './torque/BoltBench.vue found',
  './torque/BoltBench.vue photo', // its cap stands in job/PhotoStrip.vue
])
