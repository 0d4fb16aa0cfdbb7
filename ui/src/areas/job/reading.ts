import { computed, type MaybeRefOrGetter, ref, toValue } from 'vue'

import { ask, asFault, client, type Fault } from '@/api/client'
import { useBook, useRefreshJob } from '@/api/job'

import { useDesk } from './desk'

/** useReading notes what somebody reads on the bike of this job: a fact that guards. Their name stands under it. */
export function useReading(fact: MaybeRefOrGetter<string>) {
  const { job } = useDesk()
  const { data: book } = useBook()
  const refresh = useRefreshJob(() => job.value.job.id)
  const fault = ref<Fault>()
  const busy = ref(false)
  const where = computed(() => book.value?.guards.find((g) => g.fact === toValue(fact))?.where ?? '')

  async function read(says: string) {
    busy.value = true
    fault.value = undefined
    try {
      await ask(
        client.POST('/api/bikes/{id}/read', {
          params: { path: { id: job.value.bike.id } },
          body: { fact: toValue(fact), word: says, version: job.value.bike.version },
        }),
      )
      await refresh()
      return true
    } catch (error) {
      fault.value = asFault(error)
      return false
    } finally {
      busy.value = false
    }
  }
  return { where, read, fault, busy }
}
