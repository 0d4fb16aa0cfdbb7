import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'gears',
    name: 'job-gears',
    component: () => import('./GearStage.vue'),
    meta: { parts: ['gears', 'walk'] },
  },
]
