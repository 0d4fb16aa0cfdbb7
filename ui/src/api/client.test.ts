import { describe, expect, it, vi } from 'vitest'

import { ask, Fault, newId, persist } from './client'

const refusal = (status: number, error: object) =>
  Promise.resolve({ error, response: new Response(null, { status }) })

describe('ask', () => {
  it('throws the server’s refusal in its own words', async () => {
    const fault = await ask(
      refusal(422, {
        title: 'That cannot be right',
        detail: 'Did you mean 2.5?',
        field: 'typed',
        suggestions: [2.5],
      }),
    ).catch((f: unknown) => f)
    expect(fault).toMatchObject({
      status: 422,
      detail: 'Did you mean 2.5?',
      field: 'typed',
      suggestions: [2.5],
      away: false,
    })
  })

  it('calls no answer away, not refused', async () => {
    await expect(ask(Promise.reject(new TypeError('network')))).rejects.toMatchObject({
      status: 0,
      away: true,
    })
  })
})

describe('persist', () => {
  it('sends again through a database that is away, and stops at a refusal', async () => {
    vi.useFakeTimers()
    let tries = 0
    const waiting = vi.fn()
    const answer = persist(async () => {
      if (++tries < 4) throw new Fault(503, 'away', '')
      return 'kept'
    }, waiting)
    await vi.advanceTimersByTimeAsync(10_000)
    await expect(answer).resolves.toBe('kept')
    expect(waiting).toHaveBeenCalledTimes(3)
    const refused = vi.fn(() => Promise.reject(new Fault(409, 'stale', '')))
    await expect(persist(refused)).rejects.toMatchObject({ status: 409 })
    expect(refused).toHaveBeenCalledTimes(1)
    vi.useRealTimers()
  })
})

it('makes version 7 ids in the order of time (RFC 9562)', () => {
  const ids = Array.from({ length: 50 }, newId)
  expect(
    ids.every((id) => /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/.test(id)),
  ).toBe(true)
  expect([...ids].sort()).toEqual(ids)
})
