import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

import { isRecord, records, recordsCache } from './records'

// Keeps the interface and the jobs that were open at hand, so that a tablet that loses the network
// can be reloaded and goes on. What is written meanwhile waits in the page's outbox.

/** The interface's files, each with what its content is known by: put in when it is built. */
declare const __FILES__: { url: string; revision: string | null }[]

interface Worker {
  addEventListener(type: string, hear: (event: Heard) => void): void
  skipWaiting(): Promise<void>
  clients: { claim(): Promise<void> }
}
interface Heard {
  data?: unknown
  waitUntil(promise: Promise<unknown>): void
}
const worker = globalThis as unknown as Worker

precacheAndRoute(__FILES__) // what is not of this build is shed when it takes over
cleanupOutdatedCaches()
/** Every place within the interface is the same page. */
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))
registerRoute(({ url, sameOrigin }) => sameOrigin && isRecord(url.pathname), records())

worker.addEventListener('activate', (event) =>
  // What earlier builds kept by hand goes with them.
  event.waitUntil(Promise.all([worker.clients.claim(), caches.delete('shell-1')])),
)

/**
 * A page that opens lets the newest build take over, before anything is typed on it. What is
 * written is answered with the record as it now stands: the page hands it over to keep.
 */
worker.addEventListener('message', (event) => {
  if (event.data === 'take over') return event.waitUntil(worker.skipWaiting())
  const { path, view } = (event.data ?? {}) as { path?: string; view?: unknown }
  if (path && isRecord(path))
    event.waitUntil(caches.open(recordsCache).then((cache) => cache.put(path, Response.json(view))))
})
