import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'verify',
    name: 'job-verify',
    component: () => import('./VerifyStage.vue'),
    meta: { parts: ['bolts', 'air'] },
  },
]
