import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'agree', name: 'job-agree', component: () => import('./AgreeStage.vue') },
]
