import { computed, type MaybeRefOrGetter, ref, toValue } from 'vue'

import { ask, client } from '@/api/client'
import { useBook, useRefreshJob } from '@/api/job'
import { useSend } from '@/api/send'

import { useOpenJob } from './open'

/**
 * useReading notes what somebody reads on the bike of this job: a fact that guards. Their name
 * stands under it.
 */
export function useReading(fact: MaybeRefOrGetter<string>) {
  const { job } = useOpenJob()
  const { data: book } = useBook()
  const refresh = useRefreshJob(() => job.value.job.id)
  const where = computed(() => book.value?.guards.find((g) => g.fact === toValue(fact))?.where ?? '')

  const { send, fault, busy } = useSend(
    ({ word, why }: { word: string; why?: string }) =>
      ask(
        client.POST('/api/bikes/{id}/read', {
          params: { path: { id: job.value.bike.id } },
          body: { fact: toValue(fact), word, why, version: job.value.bike.version },
        }),
      ),
    refresh,
  )
  const last = ref('')
  const read = (word: string, why?: string) => {
    last.value = word
    return send({ word, why })
  }
  /** because says why what was read takes away something that is still to be done, and reads it so. */
  const because = (why: string) => read(last.value, why)
  return { where, read, because, fault, busy }
}
