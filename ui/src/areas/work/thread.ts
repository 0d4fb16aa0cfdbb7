import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

export type Thread = Schemas['Thread']
export type Piece = Schemas['PieceView']

/** What stood on this tablet, by job: what need not move stays where it was seen. */
const stood = new Map<string, string[]>()

/** useThread is the job as one thread, worked out again whenever anything of it changes. */
export function useThread() {
  const { job, closed } = useOpenJob()
  const id = computed(() => job.value.job.id)
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: computed(() => ['plan', id.value, job.value.edition ?? job.value.sequence] as const),
    queryFn: async ({ queryKey: [, of] }) => {
      const told = await ask(
        client.GET('/api/jobs/{id}/plan', { params: { path: { id: of }, query: { stood: stood.get(of) } } }),
      )
      stood.set(
        of,
        told.pieces.map((p) => p.id),
      )
      return told
    },
    enabled: () => !closed.value,
    refetchInterval: 60_000, // what goes on by itself comes to its end, whoever writes or not
    placeholderData: keepPreviousData,
  })
  /** What is shown is of before what was just written: nothing is pressed on it. */
  return { thread: data, fault: error, behind: isPlaceholderData }
}

/** useMinutes says how many minutes of now a moment is away; the clock goes on. */
export function useMinutes() {
  const now = useNow({ interval: 10_000 })
  const away = (at: string) => (new Date(at).getTime() - now.value.getTime()) / 60_000
  /** Its time is over: the clock goes on here between two answers of the server. */
  const over = (a: Thread['alone'][number]) => a.over || new Date(a.until) <= now.value
  return { now, away, over }
}
