import { createRouter, createWebHistory, START_LOCATION } from 'vue-router'
import { forget, later, notFetched } from './design/later'
import ShedPage from './features/shed/ShedPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: '/', name: 'shed', component: ShedPage, meta: { title: 'Shed' } },
    {
      path: '/bikes/new',
      name: 'new-bike',
      component: later(() => import('./features/bikes/NewBikePage.vue')),
      meta: { title: 'A bike comes in' },
    },
    {
      path: '/bikes/:bike',
      name: 'bike',
      component: later(() => import('./features/bikes/BikePage.vue')),
      props: true,
      meta: { title: 'Bike' },
    },
    {
      path: '/bikes/:bike/profile',
      name: 'profile',
      component: later(() => import('./features/bikes/ProfilePage.vue')),
      props: true,
      meta: { title: 'Profile' },
    },
    {
      path: '/bikes/:bike/work',
      name: 'work',
      component: later(() => import('./features/findings/WorkPage.vue')),
      props: true,
      meta: { title: 'What to do for the money' },
    },
    {
      path: '/bikes/:bike/figures',
      name: 'figures',
      component: later(() => import('./features/figures/FiguresPage.vue')),
      props: true,
      meta: { title: 'Figure card' },
    },
    {
      path: '/bikes/:bike/history',
      name: 'history',
      component: later(() => import('./features/servicing/HistoryPage.vue')),
      props: true,
      meta: { title: 'What I know' },
    },
    {
      path: '/bikes/:bike/fluids',
      name: 'fluids',
      component: later(() => import('./features/fluids/FluidsPage.vue')),
      props: true,
      meta: { title: 'Fluids' },
    },
    {
      path: '/bikes/:bike/parts',
      name: 'parts',
      component: later(() => import('./features/parts/PartsPage.vue')),
      props: true,
      meta: { title: 'Parts, changes and repairs' },
    },
    {
      path: '/bikes/:bike/wear',
      name: 'wear',
      component: later(() => import('./features/wear/WearPage.vue')),
      props: true,
      meta: { title: 'Wear' },
    },
    {
      path: '/bikes/:bike/wear/:series',
      name: 'wear-series',
      component: later(() => import('./features/wear/WearSeriesPage.vue')),
      props: true,
      meta: { title: 'A wearing part' },
    },
    {
      path: '/bikes/:bike/valves',
      name: 'valves',
      component: later(() => import('./features/wear/ValvesPage.vue')),
      props: true,
      meta: { title: 'Valve check' },
    },
    {
      path: '/bikes/:bike/trips',
      name: 'trips',
      component: later(() => import('./features/wear/TripsPage.vue')),
      props: true,
      meta: { title: 'Will it last?' },
    },
    {
      path: '/runs/:run',
      name: 'bench',
      component: later(() => import('./features/jobs/BenchPage.vue')),
      props: true,
      meta: { title: 'Bench', bench: true },
    },
    {
      path: '/jobs',
      name: 'jobs',
      component: later(() => import('./features/jobs/JobFilesPage.vue')),
      meta: { title: 'Job files' },
    },
    {
      path: '/jobs/:job',
      name: 'job-file',
      component: later(() => import('./features/jobs/JobFilePage.vue')),
      props: true,
      meta: { title: 'A job file' },
    },
    {
      path: '/shelf',
      name: 'shelf',
      component: later(() => import('./features/shelf/ShelfPage.vue')),
      meta: { title: 'Shelf' },
    },
    {
      path: '/sums',
      name: 'sums',
      component: later(() => import('./features/sums/SumsPage.vue')),
      meta: { title: 'Sums' },
    },
    {
      path: '/viewings',
      name: 'viewings',
      component: later(() => import('./features/viewings/ViewingsPage.vue')),
      meta: { title: 'Viewings' },
    },
    {
      path: '/viewings/new',
      name: 'new-viewing',
      component: later(() => import('./features/viewings/DetailsPage.vue')),
      meta: { title: 'A viewing' },
    },
    {
      path: '/viewings/prices',
      name: 'prices',
      component: later(() => import('./features/viewings/PricesPage.vue')),
      meta: { title: 'Price book' },
    },
    {
      path: '/viewings/practice',
      name: 'practice',
      component: later(() => import('./features/viewings/PracticePage.vue')),
      meta: { title: 'Practice yard' },
    },
    {
      path: '/viewings/:viewing',
      name: 'walk',
      component: later(() => import('./features/viewings/WalkPage.vue')),
      props: true,
      meta: { title: 'Viewing', bench: true },
    },
    {
      path: '/viewings/:viewing/money',
      name: 'money',
      component: later(() => import('./features/viewings/MoneyPage.vue')),
      props: true,
      meta: { title: 'What it is worth' },
    },
    {
      path: '/viewings/:viewing/details',
      name: 'viewing-details',
      component: later(() => import('./features/viewings/DetailsPage.vue')),
      props: true,
      meta: { title: 'The advert' },
    },
    {
      path: '/viewings/:viewing/papers',
      name: 'viewing-papers',
      component: later(() => import('./features/viewings/PapersPage.vue')),
      props: true,
      meta: { title: 'To take along' },
    },
    { path: '/book', name: 'book', component: later(() => import('./features/ledger/BookPage.vue')), meta: { title: 'Book' } },
    {
      path: '/settings',
      name: 'settings',
      component: later(() => import('./features/settings/SettingsPage.vue')),
      meta: { title: 'Settings' },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: later(() => import('./features/shed/NowherePage.vue')),
      meta: { title: 'Not here' },
    },
  ],
})

router.afterEach((to) => {
  forget()
  document.title = `${String(to.meta.title)} · Muddy Ledger`
})

// A page that was loaded whole and still lacks its part is not loaded whole again and again.
router.onError((_, to, from) =>
  notFetched(
    `The page "${String(to.meta.title)}"`,
    // That it could not be had again is told here again, and nowhere else.
    () => router.push(to.fullPath).catch(() => undefined),
    from === START_LOCATION ? undefined : () => location.assign(to.fullPath),
  ),
)
