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
    {
      path: '/standards',
      component: () => import('../features/standards/StandardsPage.vue'),
      meta: { title: 'Standards' },
    },
    {
      path: '/standards/:standard/:version',
      component: () => import('../features/standards/StandardPage.vue'),
      props: (to) => ({ standard: String(to.params.standard), version: Number(to.params.version) }),
      meta: { title: 'Standard', wide: true },
    },
    {
      path: '/models',
      component: () => import('../features/models/ModelList.vue'),
      meta: { title: 'Camera models' },
    },
    {
      path: '/models/:model',
      component: () => import('../features/models/ModelPage.vue'),
      props: true,
      meta: { title: 'Camera model', wide: true },
    },
    {
      path: '/people',
      component: () => import('../features/people/PeoplePage.vue'),
      meta: { title: 'People' },
    },
    {
      path: '/account',
      component: () => import('../features/people/AccountPage.vue'),
      meta: { title: 'Your account' },
    },
    {
      path: '/audit-log',
      component: () => import('../features/audit-log/AuditLogPage.vue'),
      meta: { title: 'Audit log' },
    },
    { path: '/bench', component: () => import('../features/bench/BenchStart.vue'), meta: { title: 'Bench' } },
    {
      path: '/bench/:id',
      component: () => import('../features/bench/CheckPage.vue'),
      props: true,
      meta: { title: 'Check', wide: true },
    },
    {
      path: '/board',
      component: () => import('../features/board/BoardPage.vue'),
      meta: { title: 'Readiness' },
    },
    { path: '/drift', component: () => import('../features/drift/DriftPage.vue'), meta: { title: 'Drift' } },
    {
      path: '/units/:tag',
      component: () => import('../features/units/UnitPage.vue'),
      props: true,
      meta: { title: 'Unit' },
    },
    {
      path: '/units/:tag/troubleshoot/:symptom?',
      component: () => import('../features/symptoms/Troubleshoot.vue'),
      props: true,
      meta: { title: 'Troubleshoot', wide: true },
    },
    {
      path: '/line-ups',
      component: () => import('../features/lineups/LineUpList.vue'),
      meta: { title: 'Line-ups' },
    },
    {
      path: '/line-ups/:id',
      component: () => import('../features/lineups/LineUpPage.vue'),
      props: true,
      meta: { title: 'Line-up', wide: true },
    },
    { path: '/trail', redirect: '/audit-log' },
    { path: '/log/:id?', redirect: (to) => `/history${to.params.id ? `/${to.params.id as string}` : ''}` },
    { path: '/units/:tag/seems-broken', redirect: (to) => `/units/${to.params.tag as string}/troubleshoot` },
    {
      path: '/history',
      component: () => import('../features/history/HistoryPage.vue'),
      meta: { title: 'History' },
    },
    {
      path: '/history/:id',
      component: () => import('../features/history/FinishedCheck.vue'),
      props: true,
      meta: { title: 'Finished check' },
    },
    { path: '/:rest(.*)', component: () => import('./NothingHere.vue'), meta: { title: 'Nothing here' } },
  ],
  scrollBehavior: (to, _from, saved) => saved ?? (to.hash ? false : { top: 0 }),
});

router.afterEach((to) => {
  document.title = `${String(to.meta.title ?? '')} · Gold Notch`;
});
