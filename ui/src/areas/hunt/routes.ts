import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'hunt', name: 'job-hunt', component: () => import('./HuntStage.vue') },
]
