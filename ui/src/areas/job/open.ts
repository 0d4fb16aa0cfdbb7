import { computed, inject, type InjectionKey, provide, type Ref } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'

import type { JobView, Obstacle, PartName } from '@/api/client'
import { useRecord } from '@/api/job'

/** OpenJob is the job that lies open, and the pen to write about it. */
export interface OpenJob {
  job: Ref<JobView>
  pen: ReturnType<typeof useRecord>
  closed: Ref<boolean>
  /** What is typed while an entry is on its way belongs to the next point or bolt. */
  early: Ref<string>
}

const key: InjectionKey<OpenJob> = Symbol('open job')

export const provideOpenJob = (job: OpenJob) => provide(key, job)

export function useOpenJob(): OpenJob {
  const open = inject(key)
  if (!open) throw new Error('a stage is shown outside a job')
  return open
}

/**
 * usePart is what a subject tells of its benches. The route of the stage that shows it asks for it,
 * so that it is there before the stage is.
 */
export function usePart<K extends PartName>(name: K) {
  const { job } = useOpenJob()
  return computed(() => {
    const part = job.value.parts[name]
    if (!part) throw new Error(`a stage shows the part ${name}, which its route does not ask for`)
    return part as NonNullable<JobView['parts'][K]>
  })
}

/** useTarget is what a stage has open, kept in the address so that links and reloads lead there. */
export function useTarget() {
  const route = useRoute()
  const router = useRouter()
  /**
   * An answer that comes late does not lead back to a stage that was left, nor open something of
   * the next one.
   */
  let left = false
  onBeforeRouteLeave(() => void (left = true))
  return {
    target: () => (typeof route.query.at === 'string' ? route.query.at : undefined),
    open: async (at: string) => {
      if (!left) await router.replace({ query: { ...route.query, at } })
    },
  }
}

/** useWays leads to where something is settled or begun; each place says in its route what it is for. */
export function useWays(job: () => string) {
  const stages = useRouter().getRoutes()
  const way = (name: string, at?: string) => ({ name, params: { id: job() }, query: at ? { at } : {} })
  return {
    /** Where an obstacle is settled. */
    settle: (o: Obstacle) => way(`job-${o.place ?? o.stage}`, o.target),
    /** Where guided work begins: of a brake beside it, else by itself. */
    guide: (o: { id: string; end?: string; bench?: string }) =>
      way(String(stages.find((r) => r.meta.guides === (o.end && !o.bench ? 'end' : 'whole'))?.name), o.id),
  }
}

/** boltKey names one bolt within a job, as the server does. */
export const boltKey = (b: { fastener: string; position?: string }) =>
  b.position ? `${b.fastener}/${b.position}` : b.fastener
