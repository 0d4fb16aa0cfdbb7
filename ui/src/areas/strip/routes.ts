import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'strip',
    name: 'job-strip',
    component: () => import('./StripStage.vue'),
    meta: { parts: ['strips'] },
  },
  { path: 'oil', name: 'job-oil', component: () => import('./OilStage.vue'), meta: { parts: ['strips'] } },
]
