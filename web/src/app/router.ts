import { createRouter, createWebHistory } from 'vue-router';

/** Routes are loaded when they are first opened, so that the first view stays small. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/sheets' },
    {
      path: '/sheets',
      component: () => import('../features/sheets/SheetList.vue'),
      meta: { title: 'Sheets' },
    },
    {
      path: '/sheets/:standard/:model',
      component: () => import('../features/sheets/SheetPage.vue'),
      props: true,
      meta: { title: 'Sheet' },
    },
    { path: '/bench', component: () => import('../features/bench/BenchStart.vue'), meta: { title: 'Bench' } },
    {
      path: '/bench/:id',
      component: () => import('../features/bench/CheckPage.vue'),
      props: true,
      meta: { title: 'Check', wide: true },
    },
    { path: '/log', component: () => import('../features/log/LogPage.vue'), meta: { title: 'Log' } },
    {
      path: '/log/:id',
      component: () => import('../features/log/FinishedCheck.vue'),
      props: true,
      meta: { title: 'Finished check' },
    },
    { path: '/:rest(.*)', component: () => import('./NothingHere.vue'), meta: { title: 'Nothing here' } },
  ],
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
});

router.afterEach((to) => {
  document.title = `${String(to.meta.title ?? '')} · Gold Notch`;
});
