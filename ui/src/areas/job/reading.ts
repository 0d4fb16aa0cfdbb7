import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { ask, client } from '@/api/client'
import { useBook, useRefreshJob } from '@/api/job'
import { useSend } from '@/api/send'

import { useOpenJob } from './open'

/** useReading notes what somebody reads on the bike of this job: a fact that guards. Their name stands under it. */
export function useReading(fact: MaybeRefOrGetter<string>) {
  const { job } = useOpenJob()
  const { data: book } = useBook()
  const refresh = useRefreshJob(() => job.value.job.id)
  const where = computed(() => book.value?.guards.find((g) => g.fact === toValue(fact))?.where ?? '')

  const { send, fault, busy } = useSend(
    (word: string) =>
      ask(
        client.POST('/api/bikes/{id}/read', {
          params: { path: { id: job.value.bike.id } },
          body: { fact: toValue(fact), word, version: job.value.bike.version },
        }),
      ),
    refresh,
  )
  return { where, read: send, fault, busy }
}
