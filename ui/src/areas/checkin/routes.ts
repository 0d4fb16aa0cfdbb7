import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/check-in',
    name: 'check-in',
    component: () => import('./CheckInPage.vue'),
    meta: { title: 'Take a bike in' },
  },
]
