import type { RouteRecordRaw } from 'vue-router'

export const pages: RouteRecordRaw[] = [
  {
    path: '/shop',
    name: 'shop',
    component: () => import('./ShopPage.vue'),
    meta: { title: 'Shop' },
  },
  {
    path: '/mailbox',
    name: 'mailbox',
    component: () => import('./MailboxPage.vue'),
    meta: { title: 'Mailbox' },
  },
  {
    path: '/shop/knowledge',
    name: 'shop-knowledge',
    component: () => import('./KnowledgePage.vue'),
    meta: { title: 'Own knowledge' },
  },
  {
    path: '/shop/wrenches',
    name: 'shop-wrenches',
    component: () => import('./WrenchesPage.vue'),
    meta: { title: 'Torque wrenches' },
  },
  {
    path: '/shop/gauges',
    name: 'shop-gauges',
    component: () => import('./GaugesPage.vue'),
    meta: { title: 'Pressure gauges' },
  },
  {
    path: '/shop/bottles',
    name: 'shop-bottles',
    component: () => import('./BottlesPage.vue'),
    meta: { title: 'Brake fluids' },
  },
  {
    path: '/shop/loose',
    name: 'shop-loose',
    component: () => import('./LoosePage.vue'),
    meta: { title: 'What comes loose' },
  },
]
