import { useQueryClient } from '@tanstack/vue-query'
import { useEventListener, useEventSource } from '@vueuse/core'
import { computed } from 'vue'

import { type Moved, moved, type Today } from './today'
import { ours } from './entries'

interface Change {
  about:
    | 'own_knowledge'
    | 'wrench'
    | 'bottle'
    | 'call_back'
    | 'tool_reading'
    | 'entry'
    | 'job'
    | 'bike'
    | 'owner'
    | 'settings'
    | 'staff'
  job?: string
  bike?: string
  entry?: string
  today?: Moved
}

/** useLive looks again at whatever another tablet changes, and says whether it hears them. */
export function useLive() {
  const queries = useQueryClient()
  const { status, eventSource } = useEventSource('/api/live', [], {
    autoReconnect: { retries: () => true, delay: 2000 },
  })
  const again = (...key: string[]) => void queries.invalidateQueries({ queryKey: key })

  // Each event is heard by itself: two alike in a row are two changes.
  useEventListener(eventSource, 'again', () => {
    void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'book' })
  })
  useEventListener(eventSource, 'change', (event: MessageEvent<string>) => {
    const change = JSON.parse(event.data) as Change
    if (change.job && !ours(change.entry)) again('job', change.job)
    if (change.bike) again('bike', change.bike)
    if (['owner', 'tool_reading', 'wrench', 'bottle'].includes(change.about)) again('job')
    if (change.about === 'tool_reading') return
    if (change.about === 'wrench') again('wrenches')
    if (change.about === 'bottle') again('bottles')
    if (change.about === 'bottle' || change.about === 'call_back') again('bleeds')
    if (change.about === 'settings' || change.about === 'staff') again('session')
    if (change.about === 'staff') again('staff')
    if (change.about === 'own_knowledge') void queries.invalidateQueries()
    const shown = queries.getQueryData<Today>(['today'])
    const then = shown && change.today && moved(shown, change.today, change.job)
    if (then) queries.setQueryData(['today'], then)
    else again('today')
    if (change.about !== 'entry') again('search')
  })
  return { connected: computed(() => status.value === 'OPEN') }
}
