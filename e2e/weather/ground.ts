/** What a browser gives the client code and Node does not: where it is, its cookies, its storage. */
import 'fake-indexeddb/auto'

const base = process.env.STORM_BASE ?? ''
let cookies: string[] = []

/** What came back, by status, and the entries that were acknowledged. */
export const seen = { statuses: new Map<number, number>(), acknowledged: new Set<string>() }

class Placed extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === 'string' ? new URL(input, base) : input, init)
  }
}

async function fetched(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const request = new Placed(input, init)
  const sent = request.method === 'POST' ? await request.clone().text() : ''
  request.headers.set('cookie', cookies.map((c) => c.split(';')[0]).join('; '))
  const response = await plain(request)
  seen.statuses.set(response.status, (seen.statuses.get(response.status) ?? 0) + 1)
  const set = response.headers.getSetCookie()
  if (set.length)
    cookies = [...cookies.filter((c) => !set.some((s) => s.split('=')[0] === c.split('=')[0])), ...set]
  if (response.ok && request.url.endsWith('/entries')) {
    await response.clone().text() // whole, or it is not acknowledged
    seen.acknowledged.add((JSON.parse(sent) as { id: string }).id)
  }
  return response
}
const plain = globalThis.fetch

// Whatever asks whether this is a browser is told that it is: else each pen had an outbox of its own, and no clock.
const target = new EventTarget()
const hears = {
  addEventListener: target.addEventListener.bind(target),
  removeEventListener: target.removeEventListener.bind(target),
}
const document = { ...hears, createElement: () => ({}), visibilityState: 'visible' }
Object.assign(globalThis, { Request: Placed, fetch: fetched, window: globalThis, document, ...hears })
if (!('navigator' in globalThis)) Object.assign(globalThis, { navigator: {} })
