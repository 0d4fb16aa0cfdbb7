import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/stores',
    name: 'stores',
    component: () => import('./StoresPage.vue'),
    meta: { title: 'Stores' },
  },
]
