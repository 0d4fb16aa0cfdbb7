import { useRouter } from 'vue-router'

import { useDesk } from './desk'

/** useVerdict turns a cause that a search has found into a finding, and goes to agree on it. */
export function useVerdict(hunt: () => string) {
  const { job, pen } = useDesk()
  const router = useRouter()
  return {
    async accept(cause: string) {
      const view = await pen.record({ finding: { title: '', mark: 'due', hunt: hunt(), cause } })
      if (view) void router.push({ name: 'job-agree', params: { id: job.value.job.id } })
    },
  }
}
