import { beforeEach, describe, expect, it, vi } from 'vitest'

import { filesOf } from './files'

// A worker's scope is its global: what is imported here looks for it as it is read.
vi.stubEnv('NODE_ENV', 'production') // as it is built
vi.stubGlobal('self', globalThis)
vi.stubGlobal('location', new URL('http://bench.invalid/'))
/** An event that lasts until what it waits for is over. */
class Lasting {
  over: Promise<unknown>[] = []
  waitUntil = (p: Promise<unknown>) => void this.over.push(p)
}
vi.stubGlobal('FetchEvent', Lasting)
vi.stubGlobal('ExtendableEvent', Lasting)
vi.stubGlobal('registration', { scope: 'http://bench.invalid/' })
const { isRecord, records, recordsCache } = await import('./records')

/** A store of copies as a browser has it, which may refuse to keep anything. */
class Copies {
  kept = new Map<string, Response>()
  full = false
  match = async (request: Request) => this.kept.get(request.url)?.clone()
  put = async (request: Request, response: Response) => {
    if (this.full) throw new DOMException('full', 'QuotaExceededError')
    this.kept.set(request.url, response)
  }
  delete = async (request: Request) => this.kept.delete(request.url)
  keys = async () => []
}

describe('a record that is asked for', () => {
  const url = 'http://bench.invalid/api/today'
  let copies: Copies
  let answer: () => Promise<Response>
  beforeEach(() => {
    copies = new Copies()
    vi.stubGlobal('caches', { open: async () => copies, match: copies.match })
    vi.stubGlobal('fetch', () => answer())
  })
  async function asked() {
    const event = new Lasting()
    const request = new Request(url)
    const [answered, over] = records().handleAll({ event: event as never, request })
    const text = await (await answered).text()
    await over.catch(() => undefined) // what could not be kept is told in the worker's console, and nowhere else
    return text
  }
  const says = (text: string, status = 200) => (answer = async () => new Response(text, { status }))
  const copy = () => copies.kept.set(url, new Response('the copy'))

  it('is answered by the server, and kept', async () => {
    says('fresh')
    expect(await asked()).toBe('fresh')
    expect(await copies.kept.get(url)?.text()).toBe('fresh')
  })
  it('is answered by the server, though it cannot be kept', async () => {
    copy()
    copies.full = true
    says('fresh')
    expect(await asked()).toBe('fresh')
  })
  it.each([502, 503, 504])('is answered by the copy when there is no answer but %i', async (status) => {
    copy()
    says('the proxy', status)
    expect(await asked()).toBe('the copy')
  })
  it('passes on what was answered where there is no copy: it says what to do', async () => {
    says('the records cannot be reached', 503)
    expect(await asked()).toBe('the records cannot be reached')
  })
  it('is answered by the copy without a network', async () => {
    copy()
    answer = () => Promise.reject(new TypeError('no network'))
    expect(await asked()).toBe('the copy')
  })
  it('keeps nothing in the place of a copy that is only what has changed', async () => {
    copy()
    answer = async () =>
      new Response('changes', { headers: { 'Content-Type': 'application/json-patch+json' } })
    expect(await asked()).toBe('changes')
    expect(await copies.kept.get(url)?.text()).toBe('the copy')
  })
  it('keeps no refusal in the place of a copy', async () => {
    copy()
    says('who are you?', 401)
    expect(await asked()).toBe('who are you?')
    expect(await copies.kept.get(url)?.text()).toBe('the copy')
  })
})

describe('what is kept at hand', () => {
  it('is who is signed in, the book, today and jobs, and nothing else', () => {
    expect(recordsCache).toBe('records-1')
    for (const path of ['/api/session', '/api/today', '/api/jobs/0192ca99-a580-7c09-92d1-d3a148316aed'])
      expect(isRecord(path), path).toBe(true)
    for (const path of ['/api/staff', '/api/jobs', '/api/jobs/x', '/api/owner/token'])
      expect(isRecord(path), path).toBe(false)
  })
  it('is the page by its content, and every file of the build once', () => {
    const files = filesOf(
      {
        'index.html': { file: 'assets/index-a.js', css: ['assets/index-b.css'] },
        'x.vue': { file: 'assets/x-c.js', css: ['assets/index-b.css'], assets: ['assets/f-d.woff2'] },
      },
      'hash',
    )
    expect(files).toEqual([
      { url: '/index.html', revision: 'hash' },
      ...['f-d.woff2', 'index-a.js', 'index-b.css', 'x-c.js'].map((f) => ({
        url: `/assets/${f}`,
        revision: null,
      })),
    ])
  })
})
