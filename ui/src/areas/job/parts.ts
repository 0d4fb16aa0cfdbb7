import { useQueryClient } from '@tanstack/vue-query'
import { useTimeoutFn } from '@vueuse/core'
import { computed, type Ref, shallowRef, watch } from 'vue'

import type { JobView, PartName } from '@/api/client'
import { show } from '@/api/held'
import { jobKey } from '@/api/keys'

/**
 * How long a screen has been shown when the parts that it does not show are fetched, ms: a tablet
 * goes on with them where the network ends.
 */
const leisure = 3000

/**
 * useParts has a job told with the parts that the stage in front shows, and says when they are
 * there. What was told once stays on the screen while another answer, which was on its way before
 * it was asked for, comes without.
 */
export function useParts(id: () => string, data: Ref<JobView | undefined>, needs: () => PartName[]) {
  const queries = useQueryClient()
  const again = () => queries.invalidateQueries({ queryKey: jobKey(id()) })
  const kept = shallowRef<{ job: string; parts: JobView['parts'] }>({ job: '', parts: {} })
  watch(
    data,
    (now) => {
      if (!now) return
      const before = kept.value.job === now.job.id ? kept.value.parts : {}
      kept.value = { job: now.job.id, parts: { ...before, ...now.parts } }
    },
    { immediate: true },
  )

  // Asked for before the first question about the job is put.
  show(id(), ...needs())
  watch([id, needs], () => {
    if (show(id(), ...needs())) void again()
  })
  watch(data, (now) => {
    if (now && needs().some((part) => !now.parts[part])) void again()
  })
  const { start } = useTimeoutFn(() => show(id(), '*') && void again(), leisure, { immediate: false })
  watch(
    () => kept.value.job,
    (job) => job && start(),
    { immediate: true },
  )

  const job = computed(() => data.value && { ...data.value, parts: kept.value.parts })
  const ready = computed(
    () => needs().every((part) => kept.value.parts[part]) && kept.value.job === data.value?.job.id,
  )
  return { job, ready }
}
