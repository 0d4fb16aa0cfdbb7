import { expect, it } from 'vitest'

import { useTurns } from './turns'

it('what is pressed while an answer is awaited comes after it, also after one that failed', async () => {
  const { inTurn, busy } = useTurns()
  const said: string[] = []
  let answer: (why: Error) => void = () => {}
  const first = inTurn(() => new Promise<void>((_, refuse) => (answer = refuse)))
  const second = inTurn(() => Promise.resolve(said.push('second')))
  await Promise.resolve()
  expect(busy.value).toBe(true)
  expect(said).toEqual([])
  answer(new Error('no'))
  await expect(first).rejects.toThrow('no')
  await second
  expect(said).toEqual(['second'])
  expect(busy.value).toBe(false)
})
