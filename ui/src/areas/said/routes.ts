import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'said',
    name: 'job-said',
    component: () => import('./SaidStage.vue'),
    meta: { parts: ['contacts'] },
  },
]
