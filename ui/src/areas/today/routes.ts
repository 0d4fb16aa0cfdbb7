import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/',
    name: 'today',
    component: () => import('./TodayPage.vue'),
    meta: { title: 'Today' },
  },
]
