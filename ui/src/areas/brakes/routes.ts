import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  {
    path: 'brakes',
    name: 'job-brakes',
    component: () => import('./BrakeStage.vue'),
    meta: { guides: 'end', parts: ['brakes', 'walk'] },
  },
  {
    path: 'brake-desk',
    name: 'job-desk',
    component: () => import('./DeskStage.vue'),
    meta: { parts: ['brakes'] },
  },
]
