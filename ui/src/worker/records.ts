import type { WorkboxPlugin } from 'workbox-core'
import { NetworkFirst } from 'workbox-strategies'

/** Where the records are kept that were read last; whoever signs out has them dropped by this name. */
export const recordsCache = 'records-1'

/**
 * What a tablet that loses the network goes on with: who is signed in, the book, today, and the
 * jobs that were open.
 */
export const isRecord = (path: string) =>
  /^\/api\/(session|book|today|wrenches|jobs\/[0-9a-f-]{36})$/.test(path)

/** What has changed in a record is none: the page puts it together, and hands it over to keep. */
const isWhole = (response: Response) => !response.headers.get('Content-Type')?.includes('json-patch')

/** What stands between a tablet and its server says so: the server itself is away. */
const away = [502, 503, 504]

/**
 * theCopyInstead takes an answer of a proxy, or of a server without its database, for none: the
 * copy serves then. Where there is no copy, what was answered is passed on, since it says what to
 * do.
 */
export function theCopyInstead(): WorkboxPlugin {
  return {
    fetchDidSucceed: async ({ response, state }) => {
      if (!away.includes(response.status)) return response
      if (state) state.said = response
      throw new Error(`no answer but ${response.status}`)
    },
    handlerDidError: async ({ state }) => state?.said as Response | undefined,
    cacheWillUpdate: async ({ response }) => (response.status === 200 && isWhole(response) ? response : null),
  }
}

/**
 * A record is asked for first; the copy serves only while there is no answer. That it cannot be
 * kept spoils no answer.
 */
export const records = () => new NetworkFirst({ cacheName: recordsCache, plugins: [theCopyInstead()] })
