import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'

import type { PartName } from '@/api/client'

declare module 'vue-router' {
  interface RouteMeta {
    title?: string
    /** Guided work begins here. */
    guides?: 'end' | 'whole'
    /** What subjects tell of their benches that is shown here. */
    parts?: PartName[]
  }
}

/** Each area names its own places: pages of their own, and places within an open job. */
interface Area {
  pages?: RouteRecordRaw[]
  stages?: RouteRecordRaw[]
}
const areas = Object.values(import.meta.glob<Area>('./areas/*/routes.ts', { eager: true }))

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    ...areas.flatMap((a) => a.pages ?? []),
    {
      path: '/jobs/:id',
      component: () => import('@/areas/job/JobPage.vue'),
      props: true,
      meta: { title: 'Job' },
      children: areas.flatMap((a) => a.stages ?? []),
    },
  ],
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? undefined : { top: 0 }),
})

router.afterEach((to) => {
  document.title = to.meta.title ? `${to.meta.title} · Utensil` : 'Utensil'
})
