import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/practice',
    name: 'practice',
    component: () => import('./PracticePage.vue'),
    meta: { title: 'Practice' },
  },
  {
    path: '/practice/hunt',
    name: 'practice-hunt',
    component: () => import('./PracticeHunt.vue'),
    meta: { title: 'Practice' },
  },
  {
    path: '/practice/brake',
    name: 'practice-brake',
    component: () => import('./PracticeBrake.vue'),
    meta: { title: 'Practice brake' },
  },
  {
    path: '/practice/wheel',
    name: 'practice-wheel',
    component: () => import('./PracticeWheel.vue'),
    meta: { title: 'Practice wheel' },
  },
  {
    path: '/practice/gears',
    name: 'practice-gears',
    component: () => import('./PracticeGears.vue'),
    meta: { title: 'Practice gears' },
  },
]
