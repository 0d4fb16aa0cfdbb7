import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: '', name: 'job', component: () => import('./JobStart.vue') },
  { path: 'check-in', name: 'job-check-in', component: () => import('./DoorStage.vue') },
]
