import { computed, type Ref } from 'vue'

import type { JobView, Schemas } from '@/api/client'
import { useBike } from '@/api/job'

/** useUnsaid are the places that a piece of work renewed, of which nobody has said yet what was fitted. */
export function useUnsaid(job: Ref<JobView>, item: () => Schemas['ItemView']) {
  const { data } = useBike(() => job.value.bike.id)
  return computed(() =>
    item().work
      ? (data.value?.lines ?? []).filter(
          (l) =>
            l.particulars.length > 0 &&
            l.renewed_by.includes(item().item.operation ?? '') &&
            !l.lives.at(-1)?.id,
        )
      : [],
  )
}
