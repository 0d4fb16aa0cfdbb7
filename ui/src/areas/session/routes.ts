import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/:elsewhere(.*)*',
    name: 'nowhere',
    component: () => import('./NowherePage.vue'),
    meta: { title: 'Not found' },
  },
]
