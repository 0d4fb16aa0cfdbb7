import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'inspect',
    name: 'job-inspect',
    component: () => import('./InspectStage.vue'),
    meta: { parts: ['walk', 'air'] },
  },
]
