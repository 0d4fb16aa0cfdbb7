import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'wheels',
    name: 'job-wheels',
    component: () => import('./WheelStage.vue'),
    meta: { parts: ['wheels'] },
  },
]
