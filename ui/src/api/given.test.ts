import { describe, expect, it } from 'vitest'
import { ref } from 'vue'

import { given } from './given'

describe('what is on its way', () => {
  const typing = () => {
    const field = ref('first note')
    let answer: (taken: boolean) => void = () => undefined
    const sent = given([field], ([text]) => {
      expect(text).toBe('first note')
      return new Promise<boolean>((resolve) => (answer = resolve))
    })
    return { field, sent, answer: (taken: boolean) => answer(taken) }
  }

  it('leaves the field at once, and its answer touches nothing that was typed since', async () => {
    const { field, sent, answer } = typing()
    expect(field.value).toBe('')
    field.value = 'second'
    answer(true)
    await sent
    expect(field.value).toBe('second')
  })
  it('is given back when it was not taken', async () => {
    const { field, sent, answer } = typing()
    answer(false)
    await sent
    expect(field.value).toBe('first note')
  })
  it('is given back before what was typed since', async () => {
    const { field, sent, answer } = typing()
    field.value = 'second'
    answer(false)
    await sent
    expect(field.value).toBe('first note second')
  })
  it('is given back when sending breaks', async () => {
    const field = ref('5.2')
    await expect(given([field], () => Promise.reject(new Error('broken')))).rejects.toThrow('broken')
    expect(field.value).toBe('5.2')
  })
})
