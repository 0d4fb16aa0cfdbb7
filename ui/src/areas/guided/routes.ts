import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'run', name: 'job-run', component: () => import('./RunStage.vue'), meta: { settles: 'run' } },
]
