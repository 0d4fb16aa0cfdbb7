import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/o/:token',
    name: 'owner',
    component: () => import('./OwnerPage.vue'),
    props: true,
    meta: { title: 'Your bike' },
  },
]
