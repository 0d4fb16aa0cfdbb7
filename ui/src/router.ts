import { createRouter, createWebHistory } from 'vue-router'

declare module 'vue-router' {
  interface RouteMeta {
    title?: string
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/',
      name: 'today',
      component: () => import('@/areas/today/TodayPage.vue'),
      meta: { title: 'Today' },
    },
    {
      path: '/check-in',
      name: 'check-in',
      component: () => import('@/areas/checkin/CheckInPage.vue'),
      meta: { title: 'Take a bike in' },
    },
    {
      path: '/bikes',
      name: 'bikes',
      component: () => import('@/areas/bikes/BikesPage.vue'),
      meta: { title: 'Bikes' },
    },
    {
      path: '/bikes/:id',
      name: 'bike',
      component: () => import('@/areas/bikes/BikePage.vue'),
      props: true,
      meta: { title: 'Bike' },
    },
    {
      path: '/shop',
      name: 'shop',
      component: () => import('@/areas/shop/ShopPage.vue'),
      meta: { title: 'Shop' },
    },
    {
      path: '/o/:token',
      name: 'owner',
      component: () => import('@/areas/owner/OwnerPage.vue'),
      props: true,
      meta: { title: 'Your bike' },
    },
    {
      path: '/mailbox',
      name: 'mailbox',
      component: () => import('@/areas/shop/MailboxPage.vue'),
      meta: { title: 'Mailbox' },
    },
    {
      path: '/shop/knowledge',
      name: 'shop-knowledge',
      component: () => import('@/areas/shop/KnowledgePage.vue'),
      meta: { title: 'Own knowledge' },
    },
    {
      path: '/shop/wrenches',
      name: 'shop-wrenches',
      component: () => import('@/areas/shop/WrenchesPage.vue'),
      meta: { title: 'Torque wrenches' },
    },
    {
      path: '/shop/bottles',
      name: 'shop-bottles',
      component: () => import('@/areas/shop/BottlesPage.vue'),
      meta: { title: 'Brake fluids' },
    },
    {
      path: '/shop/loose',
      name: 'shop-loose',
      component: () => import('@/areas/shop/LoosePage.vue'),
      meta: { title: 'What comes loose' },
    },
    {
      path: '/practice',
      name: 'practice',
      component: () => import('@/areas/practice/PracticePage.vue'),
      meta: { title: 'Practice' },
    },
    {
      path: '/practice/brake',
      name: 'practice-brake',
      component: () => import('@/areas/practice/PracticeBrake.vue'),
      meta: { title: 'Practice brake' },
    },
    {
      path: '/jobs/:id',
      component: () => import('@/areas/job/JobPage.vue'),
      props: true,
      meta: { title: 'Job' },
      children: [
        { path: '', name: 'job', component: () => import('@/areas/job/JobStart.vue') },
        { path: 'check-in', name: 'job-check-in', component: () => import('@/areas/job/DoorStage.vue') },
        { path: 'inspect', name: 'job-inspect', component: () => import('@/areas/job/InspectStage.vue') },
        { path: 'air', name: 'job-air', component: () => import('@/areas/job/AirStage.vue') },
        { path: 'hunt', name: 'job-hunt', component: () => import('@/areas/job/HuntStage.vue') },
        { path: 'brakes', name: 'job-brakes', component: () => import('@/areas/brakes/BrakeStage.vue') },
        { path: 'run', name: 'job-run', component: () => import('@/areas/brakes/RunStage.vue') },
        { path: 'brake-desk', name: 'job-desk', component: () => import('@/areas/brakes/DeskStage.vue') },
        { path: 'agree', name: 'job-agree', component: () => import('@/areas/job/AgreeStage.vue') },
        { path: 'work', name: 'job-work', component: () => import('@/areas/job/WorkStage.vue') },
        { path: 'verify', name: 'job-verify', component: () => import('@/areas/job/VerifyStage.vue') },
        {
          path: 'hand-over',
          name: 'job-hand-over',
          component: () => import('@/areas/job/HandOverStage.vue'),
        },
      ],
    },
    {
      path: '/:elsewhere(.*)*',
      name: 'nowhere',
      component: () => import('@/areas/session/NowherePage.vue'),
      meta: { title: 'Not found' },
    },
  ],
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? undefined : { top: 0 }),
})

router.afterEach((to) => {
  document.title = to.meta.title ? `${to.meta.title} · Utensil` : 'Utensil'
})
