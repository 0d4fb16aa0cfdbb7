import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'contacts',
    name: 'job-contacts',
    component: () => import('./ContactStage.vue'),
    meta: { parts: ['contacts'] },
  },
]
