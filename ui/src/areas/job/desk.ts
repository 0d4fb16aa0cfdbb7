import { inject, type InjectionKey, provide, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { JobView, Obstacle } from '@/api/client'
import { useRecord } from '@/api/job'

/** Desk is the job that lies open, and the pen to write about it. */
export interface Desk {
  job: Ref<JobView>
  pen: ReturnType<typeof useRecord>
  closed: Ref<boolean>
  /** What is typed while an entry is on its way belongs to the next point or bolt. */
  early: Ref<string>
}

const key: InjectionKey<Desk> = Symbol('desk')

export const provideDesk = (desk: Desk) => provide(key, desk)

export function useDesk(): Desk {
  const desk = inject(key)
  if (!desk) throw new Error('a stage is shown outside a job')
  return desk
}

/** useTarget is what a stage has open, kept in the address so that links and reloads lead there. */
export function useTarget() {
  const route = useRoute()
  const router = useRouter()
  return {
    target: () => (typeof route.query.at === 'string' ? route.query.at : undefined),
    open: (at: string) => router.replace({ query: { ...route.query, at } }),
  }
}

/** placeOf is where an obstacle is settled. */
export const placeOf = (job: string, o: Obstacle) => ({
  name: o.hunt ? 'job-hunt' : o.run ? 'job-run' : `job-${o.stage}`,
  params: { id: job },
  query: o.target ? { at: o.target } : {},
})

/** boltKey names one bolt within a job, as the server does. */
export const boltKey = (b: { fastener: string; position?: string }) =>
  b.position ? `${b.fastener}/${b.position}` : b.fastener
