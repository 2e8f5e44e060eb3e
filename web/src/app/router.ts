import { createRouter, createWebHistory, type RouteLocation, type RouteRecordRaw } from 'vue-router';
import { scrollBehavior } from './scroll';
import { setTitle } from './title';

/** An address from before leads on, with what it asked for. */
const moved = (path: string, to: (params: RouteLocation['params']) => string): RouteRecordRaw => ({
  path,
  redirect: (from) => ({ path: to(from.params), query: from.query, hash: from.hash }),
});

/** Routes are loaded when they are first opened, so that the first view stays small. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    moved('/', () => '/today'),
    { path: '/today', component: () => import('../features/today/TodayPage.vue'), meta: { title: 'Today' } },
    {
      path: '/shoots',
      component: () => import('../features/shoots/ShootList.vue'),
      meta: { title: 'Shoots' },
    },
    {
      path: '/shoots/hand-out',
      component: () => import('../features/loans/HandOutPage.vue'),
      meta: { title: 'Hand out' },
    },
    {
      path: '/shoots/loans',
      component: () => import('../features/loans/LoanList.vue'),
      meta: { title: 'Loans' },
    },
    {
      path: '/shoots/loans/:id',
      component: () => import('../features/loans/LoanPage.vue'),
      props: true,
      meta: { title: 'Loan' },
    },
    {
      path: '/shoots/loans/:id/copies/:card',
      component: () => import('../features/loans/CardProof.vue'),
      props: true,
      meta: { title: 'Copies' },
    },
    {
      path: '/shoots/matches',
      component: () => import('../features/matches/MatchList.vue'),
      meta: { title: 'Matches' },
    },
    {
      path: '/shoots/matches/:id',
      component: () => import('../features/matches/MatchPage.vue'),
      props: true,
      meta: { title: 'Match', wide: true },
    },
    {
      path: '/shoots/:id/plan',
      component: () => import('../features/lineups/LineUpPage.vue'),
      props: true,
      meta: { title: 'Line-up', wide: true },
    },
    {
      path: '/shoots/:id/:room(pack|match|day|hand-out|return)?',
      component: () => import('../features/shoots/ShootPage.vue'),
      props: (to) => ({ id: String(to.params.id), room: String(to.params.room || 'details') }),
      meta: { title: 'Shoot' },
    },
    { path: '/bench', component: () => import('../features/bench/BenchStart.vue'), meta: { title: 'Bench' } },
    {
      path: '/bench/:id/:notch?',
      component: () => import('../features/bench/CheckPage.vue'),
      props: (to) => ({ id: String(to.params.id) }),
      meta: { title: 'Check', wide: true },
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
      path: '/sheets/:standard/:model',
      component: () => import('../features/sheets/SheetPage.vue'),
      props: true,
      meta: { title: 'Sheet' },
    },
    {
      path: '/cameras',
      component: () => import('../features/board/BoardPage.vue'),
      meta: { title: 'Readiness' },
    },
    {
      path: '/cameras/units',
      component: () => import('../features/units/UnitList.vue'),
      meta: { title: 'Units' },
    },
    {
      path: '/cameras/units/:tag',
      component: () => import('../features/units/UnitPage.vue'),
      props: true,
      meta: { title: 'Unit' },
    },
    {
      path: '/cameras/units/:tag/troubleshoot/:symptom?',
      component: () => import('../features/symptoms/Troubleshoot.vue'),
      props: true,
      meta: { title: 'Troubleshoot', wide: true },
    },
    {
      path: '/cameras/units/:tag/kit',
      component: () => import('../features/kits/KitPage.vue'),
      props: true,
      meta: { title: 'Kit' },
    },
    {
      path: '/cameras/pools',
      component: () => import('../features/kits/PoolsPage.vue'),
      meta: { title: 'Pools' },
    },
    {
      path: '/cameras/pictures',
      component: () => import('../features/pictures/PictureList.vue'),
      meta: { title: 'Pictures' },
    },
    {
      path: '/cameras/pictures/:id',
      component: () => import('../features/pictures/PicturePage.vue'),
      props: true,
      meta: { title: 'Picture', wide: true },
    },
    {
      path: '/cameras/measurements/:id',
      component: () => import('../features/measurements/MeasurementPage.vue'),
      props: true,
      meta: { title: 'Measurement', wide: true },
    },
    {
      path: '/cameras/clips',
      component: () => import('../features/clips/ClipList.vue'),
      meta: { title: 'Test clips' },
    },
    {
      path: '/cameras/clips/:id',
      component: () => import('../features/clips/ClipPage.vue'),
      props: true,
      meta: { title: 'Test clip' },
    },
    {
      path: '/cameras/specifications',
      component: () => import('../features/models/ModelList.vue'),
      meta: { title: 'Specifications' },
    },
    {
      path: '/cameras/specifications/:model',
      component: () => import('../features/models/ModelPage.vue'),
      props: true,
      meta: { title: 'Camera specification', wide: true },
    },
    {
      path: '/cameras/drift',
      component: () => import('../features/drift/DriftPage.vue'),
      meta: { title: 'Drift' },
    },
    {
      path: '/practice',
      component: () => import('../features/practice/PracticePage.vue'),
      meta: { title: 'Practice' },
    },
    {
      path: '/practice/check-offs',
      component: () => import('../features/practice/CheckOffsPage.vue'),
      meta: { title: 'Check-offs' },
    },
    {
      path: '/practice/check-offs/list',
      component: () => import('../features/practice/CheckOffListPage.vue'),
      meta: { title: 'Check-off requirements' },
    },
    {
      path: '/practice/department',
      component: () => import('../features/practice/DepartmentPractice.vue'),
      meta: { title: 'Practice of the department' },
    },
    {
      path: '/practice/:id',
      component: () => import('../features/practice/TryPage.vue'),
      props: true,
      meta: { title: 'Exercise', wide: true },
    },
    {
      path: '/history',
      component: () => import('../features/history/HistoryPage.vue'),
      meta: { title: 'History' },
    },
    {
      path: '/history/audit-log',
      component: () => import('../features/audit-log/AuditLogPage.vue'),
      meta: { title: 'Audit log' },
    },
    {
      path: '/history/:id',
      component: () => import('../features/history/FinishedCheck.vue'),
      props: true,
      meta: { title: 'Finished check' },
    },
    {
      path: '/people',
      component: () => import('../features/people/PeoplePage.vue'),
      meta: { title: 'People and department' },
    },
    {
      path: '/account',
      component: () => import('../features/people/AccountPage.vue'),
      meta: { title: 'Your account' },
    },
    {
      path: '/first-steps',
      component: () => import('../features/first-steps/FirstSteps.vue'),
      meta: { title: 'First steps' },
    },
    {
      path: '/glossary',
      component: () => import('../features/glossary/GlossaryPage.vue'),
      meta: { title: 'Glossary' },
    },
    moved('/line-ups', () => '/shoots'),
    moved('/line-ups/matches', () => '/shoots/matches'),
    moved('/line-ups/matches/:id', (p) => `/shoots/matches/${p.id as string}`),
    moved('/line-ups/:id', (p) => `/shoots/${p.id as string}/plan`),
    moved('/sheets', () => '/standards'),
    moved('/board', () => '/cameras'),
    moved('/drift', () => '/cameras/drift'),
    moved('/models', () => '/cameras/specifications'),
    moved('/models/:model', (p) => `/cameras/specifications/${p.model as string}`),
    moved('/units/:tag', (p) => `/cameras/units/${p.tag as string}`),
    moved('/units/:tag/seems-broken', (p) => `/cameras/units/${p.tag as string}/troubleshoot`),
    moved(
      '/units/:tag/troubleshoot/:symptom?',
      (p) => `/cameras/units/${p.tag as string}/troubleshoot${p.symptom ? `/${p.symptom as string}` : ''}`,
    ),
    moved('/trail', () => '/history/audit-log'),
    moved('/audit-log', () => '/history/audit-log'),
    moved('/log/:id?', (p) => `/history${p.id ? `/${p.id as string}` : ''}`),
    { path: '/:rest(.*)', component: () => import('./NothingHere.vue'), meta: { title: 'Nothing here' } },
  ],
  scrollBehavior,
});

router.afterEach((to, from) => {
  // A page that walks through its own notches names the one it is at itself.
  if (to.matched[0] !== from.matched[0] || to.params.id !== from.params.id)
    setTitle(String(to.meta.title ?? ''));
});
