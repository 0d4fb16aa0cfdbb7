// Keeps the interface and the jobs that were open at hand, so that a tablet that loses the
// network can be reloaded and goes on. What is written meanwhile waits in the page's outbox.
const shell = 'shell-1'
const records = 'records-1'
const isRecord = (path) => /^\/api\/(session|book|today|wrenches|jobs\/[0-9a-f-]{36})$/.test(path)

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(shell)
      const files = Object.values(await (await fetch('/files.json')).json())
      const all = files.flatMap((f) => [f.file, ...(f.css ?? []), ...(f.assets ?? [])])
      await cache.addAll(['/', ...new Set(all.map((file) => `/${file}`))])
      await self.skipWaiting()
    })(),
  )
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin) return
  if (url.pathname.startsWith('/assets/')) event.respondWith(file(request))
  else if (request.mode === 'navigate' && !url.pathname.startsWith('/api/')) event.respondWith(page(request))
  else if (isRecord(url.pathname)) event.respondWith(record(request))
})

/** What is written is answered with the record as it now stands: the page hands it over to keep. */
self.addEventListener('message', (event) => {
  const { data } = event
  if (!isRecord(data.path)) return
  event.waitUntil(caches.open(records).then((cache) => cache.put(data.path, Response.json(data.view))))
})

/** A file is named by its content: what is kept is right for ever. */
async function file(request) {
  const cache = await caches.open(shell)
  const kept = await cache.match(request)
  if (kept) return kept
  const answer = await fetch(request)
  if (answer.ok) await cache.put(request, answer.clone())
  return answer
}

/** Every place within the interface is the same page. */
async function page(request) {
  const cache = await caches.open(shell)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put('/', answer.clone())
    return answer
  } catch (gone) {
    const kept = await cache.match('/')
    if (kept) return kept
    throw gone
  }
}

/** A record is asked for first; the copy serves only while there is no answer. */
async function record(request) {
  const cache = await caches.open(records)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put(request, answer.clone())
    return answer
  } catch (gone) {
    const kept = await cache.match(request)
    if (kept) return kept
    throw gone
  }
}
