import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'air',
    name: 'job-air',
    component: () => import('./AirStage.vue'),
    meta: { parts: ['air', 'wheels'] },
  },
]
