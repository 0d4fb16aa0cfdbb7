import { type QueryClient, useQueryClient } from '@tanstack/vue-query'
import { useEventListener, useEventSource } from '@vueuse/core'
import { computed } from 'vue'

import type { Schemas } from './client'
import { ours } from './entries'
import type { operations } from './schema.gen'
import { moved, type Today } from './today'

/** Change is what the server says was changed, and which answers look again: it keeps the list. */
export type Change = Schemas['Changed']

/** hear has the answers that are kept look again, as a change says. */
export function hear(change: Change, queries: QueryClient) {
  const again = (...key: [read: keyof operations, id?: string]) =>
    void queries.invalidateQueries({ queryKey: key })
  // Of a job or a bike that is named, the one alone.
  const one: Partial<Record<keyof operations, string>> = { job: change.job, bike: change.bike }
  const shown = queries.getQueryData<Today>(['today'])
  const then = shown && change.today && moved(shown, change.today, change.job)
  if (then) queries.setQueryData(['today'], then)
  for (const read of change.again) {
    if (read === 'everything') void queries.invalidateQueries()
    else if (read === 'today' ? then : read === 'job' && ours(change.entry)) continue
    else if (one[read]) again(read, one[read])
    else again(read)
  }
}

/** useLive looks again at whatever another tablet changes, and says whether it hears them. */
export function useLive() {
  const queries = useQueryClient()
  const { status, eventSource } = useEventSource('/api/live', [], {
    autoReconnect: { retries: () => true, delay: 2000 },
  })

  // Each event is heard by itself: two alike in a row are two changes.
  useEventListener(eventSource, 'again', () => {
    void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'book' })
  })
  useEventListener(eventSource, 'change', (event: MessageEvent<string>) => {
    hear(JSON.parse(event.data) as Change, queries)
  })
  return { connected: computed(() => status.value === 'OPEN') }
}
