import type { RouteRecordRaw } from 'vue-router'

/** Places within a job. */
export const stages: RouteRecordRaw[] = [
  { path: 'parts', name: 'job-parts', component: () => import('./PartsStage.vue') },
  { path: 'read-off', name: 'job-read-off', component: () => import('./ReadOffStage.vue') },
]
