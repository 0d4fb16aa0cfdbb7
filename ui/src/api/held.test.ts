import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import { ask, asFault, client } from './client'
import { letGo, show } from './held'

const job = '0192ca99-a580-7c09-92d1-d3a148316aed'
const view = (edition: string, title: string) => ({
  job: { id: job },
  edition,
  title,
  findings: [{ id: 'chain' }],
})
const changes = (from: string, to: string, title: string) => [
  { op: 'test', path: '/edition', value: from },
  { op: 'replace', path: '/title', value: title },
  { op: 'replace', path: '/edition', value: to },
]

describe('a job that this page holds', () => {
  const handed = vi.fn()
  let said: string | null
  let parts: string | null
  let answer: unknown
  beforeEach(() => {
    letGo()
    handed.mockReset()
    vi.stubGlobal('navigator', { serviceWorker: { controller: { postMessage: handed } } })
    vi.stubGlobal('fetch', async (request: Request) => {
      said = request.headers.get('X-Utensil-Holds')
      parts = request.headers.get('X-Utensil-Parts')
      return Response.json(answer)
    })
  })
  afterEach(() => vi.unstubAllGlobals())
  const get = (told: unknown) => {
    answer = told
    return ask(
      client.GET('/api/jobs/{id}', { params: { path: { id: job } }, baseUrl: 'http://bench.invalid', fetch }),
    )
  }

  it('is asked for by its edition, and is put together from what has changed since', async () => {
    const first = await get(view('e1', 'one'))
    expect(said).toBeNull()
    expect(await get(changes('e1', 'e2', 'two'))).toEqual(view('e2', 'two'))
    expect(said).toBe('e1')
    expect(first).toEqual(view('e1', 'one')) // what is shown meanwhile is not written into
    expect((await get(changes('e2', 'e3', 'three'))).findings).toBe(first.findings)
    expect(handed).toHaveBeenLastCalledWith({ path: `/api/jobs/${job}`, view: view('e3', 'three') })
  })

  it('is asked for with the parts that its screens show', async () => {
    await get(view('e1', 'one'))
    expect(parts).toBe('core')
    expect(show(job, 'air')).toBe(true)
    expect(show(job, 'air')).toBe(false)
    await get(view('e1', 'one'))
    expect(parts).toBe('core,air')
  })

  it('may be told from an edition that is not the latest any more', async () => {
    await get(view('e1', 'one'))
    await get(view('e2', 'two'))
    expect(await get(changes('e1', 'e3', 'three'))).toEqual(view('e3', 'three'))
  })

  it.each([
    ['what the changes rest on is gone', changes('e0', 'e2', 'two')],
    [
      'they do not go with it',
      [...changes('e1', 'e2', 'two'), { op: 'test', path: '/title', value: 'three' }],
    ],
  ])('is asked for whole, once more, when %s', async (_, told) => {
    await get(view('e1', 'one'))
    const fault = await get(told).catch(asFault)
    expect(fault).toMatchObject({ away: true })
    await get(view('e2', 'two'))
    expect(said).toBeNull()
  })
})
