import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/bikes',
    name: 'bikes',
    component: () => import('./BikesPage.vue'),
    meta: { title: 'Bikes' },
  },
  {
    path: '/bikes/:id',
    name: 'bike',
    component: () => import('./BikePage.vue'),
    props: true,
    meta: { title: 'Bike' },
  },
]
