import { QueryClient } from '@tanstack/vue-query'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import { client, Fault, newId } from './client'
import { ours, write } from './entries'
import { jobKey } from './keys'

const body = () => ({ id: newId(), content: { note: { text: 'Bell loose.' } } })
const handed = vi.fn()

describe('an entry that this page writes', () => {
  beforeEach(() => vi.stubGlobal('navigator', { serviceWorker: { controller: { postMessage: handed } } }))
  afterEach(() => {
    vi.restoreAllMocks()
    vi.unstubAllGlobals()
  })

  it('is shown as its answer has it, though an older picture of the job is still on its way', async () => {
    const queries = new QueryClient()
    let arrives: (job: unknown) => void = () => {}
    void queries
      .fetchQuery({ queryKey: jobKey('j'), queryFn: () => new Promise((come) => (arrives = come)) })
      .catch(() => {})
    const view = { job: { id: 'j' }, title: 'as written', edition: 'e1' }
    vi.spyOn(client, 'POST').mockResolvedValue({ data: view, response: new Response() } as never)
    await write(queries, 'j', body())
    arrives({ job: { id: 'j' }, title: 'older' })
    await new Promise((resolve) => setTimeout(resolve))
    expect(queries.getQueryData(jobKey('j'))).toEqual(view)
    expect(handed).toHaveBeenCalledWith({ path: '/api/jobs/j', view })
  })

  it('is told from what others write, once', async () => {
    const entry = body()
    vi.spyOn(client, 'POST').mockResolvedValue({
      data: { job: { id: 'j' } },
      response: new Response(),
    } as never)
    await write(new QueryClient(), 'j', entry)
    expect(ours(newId())).toBe(false)
    expect(ours(undefined)).toBe(false)
    expect(ours(entry.id)).toBe(true)
    expect(ours(entry.id), 'a second event is somebody else’s').toBe(false)
  })

  it('keeps the job as it was when it is refused', async () => {
    const queries = new QueryClient()
    queries.setQueryData(jobKey('j'), { title: 'before' })
    const refusal = { title: 'Not so', detail: 'Type the note first.' }
    vi.spyOn(client, 'POST').mockResolvedValue({
      error: refusal,
      response: new Response(null, { status: 422 }),
    } as never)
    await expect(write(queries, 'j', body())).rejects.toBeInstanceOf(Fault)
    expect(queries.getQueryData(jobKey('j'))).toEqual({ title: 'before' })
  })
})
