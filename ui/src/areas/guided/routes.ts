import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'guides',
    name: 'job-guides',
    component: () => import('./GuidesStage.vue'),
    meta: { guides: 'whole', parts: ['guides', 'walk'] },
  },
  {
    path: 'run',
    name: 'job-run',
    component: () => import('./RunStage.vue'),
    meta: { parts: ['walk', 'bolts', 'air'] },
  },
]
