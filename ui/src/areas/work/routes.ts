import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'work', name: 'job-work', component: () => import('./WorkStage.vue') },
]
