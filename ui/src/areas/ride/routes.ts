import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'ride', name: 'job-ride', component: () => import('./RideStage.vue'), meta: { parts: ['ride'] } },
]
