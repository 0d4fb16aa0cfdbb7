import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'hand-over',
    name: 'job-hand-over',
    component: () => import('./HandOverStage.vue'),
  },
]
