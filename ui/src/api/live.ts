import { useQueryClient } from '@tanstack/vue-query'
import { useEventSource } from '@vueuse/core'
import { computed, watch } from 'vue'

interface Change {
  about: 'own_knowledge' | 'entry' | 'job' | 'bike' | 'owner' | 'settings' | 'staff'
  job?: string
  bike?: string
}

/** useLive looks again at whatever another tablet changes, and says whether it hears them. */
export function useLive() {
  const queries = useQueryClient()
  const { status, event, data } = useEventSource('/api/live', ['change', 'again'], {
    autoReconnect: { retries: () => true, delay: 2000 },
  })
  const again = (...key: string[]) => void queries.invalidateQueries({ queryKey: key })

  watch([event, data], ([name, text]) => {
    if (name === 'again') void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'book' })
    if (name !== 'change' || !text) return
    const change = JSON.parse(text) as Change
    if (change.job) again('job', change.job)
    if (change.bike) again('bike', change.bike)
    if (change.about === 'owner') again('job')
    if (change.about === 'settings' || change.about === 'staff') again('session')
    if (change.about === 'staff') again('staff')
    if (change.about === 'own_knowledge') void queries.invalidateQueries()
    again('today')
    if (change.about !== 'entry') again('search')
  })
  return { connected: computed(() => status.value === 'OPEN') }
}
