import { useRouter } from 'vue-router'

import { newId } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

/** useVerdict turns a cause that a search has found into a finding, and goes to agree on it. */
export function useVerdict(hunt: () => string) {
  const { job, pen } = useOpenJob()
  const router = useRouter()
  return {
    async accept(cause: string) {
      const view = await pen.record({ finding: { title: '', mark: 'due', hunt: hunt(), cause } })
      if (view) void router.push({ name: 'job-agree', params: { id: job.value.job.id } })
    },
    /** What was put right on the way, and gone, stands under Done: charged as found, or not at all. */
    async onSheet(cause: string, charged: boolean) {
      const finding = newId()
      const said = { title: '', mark: 'due', hunt: hunt(), cause } as const
      if (!(await pen.record({ finding: said }, undefined, finding))) return
      const way = job.value.findings.find((f) => f.id === finding)?.way
      if (!way) return
      const id = newId()
      const item = {
        finding,
        title: way.title,
        minutes: way.minutes,
        labour_minor: charged ? way.labour_minor : 0,
        on_the_way: true,
      }
      if (await pen.record({ item }, undefined, id)) await pen.record({ work: { item: id } })
    },
  }
}
