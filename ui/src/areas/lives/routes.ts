import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'parts', name: 'job-parts', component: () => import('./PartsStage.vue') },
]
