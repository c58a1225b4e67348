import { createRouter, createWebHistory } from 'vue-router'
import ShedPage from './features/shed/ShedPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: '/', name: 'shed', component: ShedPage, meta: { title: 'Shed' } },
    {
      path: '/bikes/new',
      name: 'new-bike',
      component: () => import('./features/bikes/NewBikePage.vue'),
      meta: { title: 'A bike comes in' },
    },
    {
      path: '/bikes/:bike',
      name: 'bike',
      component: () => import('./features/bikes/BikePage.vue'),
      props: true,
      meta: { title: 'Bike' },
    },
    {
      path: '/bikes/:bike/profile',
      name: 'profile',
      component: () => import('./features/bikes/ProfilePage.vue'),
      props: true,
      meta: { title: 'Profile' },
    },
    {
      path: '/bikes/:bike/figures',
      name: 'figures',
      component: () => import('./features/figures/FiguresPage.vue'),
      props: true,
      meta: { title: 'Figure card' },
    },
    {
      path: '/bikes/:bike/history',
      name: 'history',
      component: () => import('./features/history/HistoryPage.vue'),
      props: true,
      meta: { title: 'What I know' },
    },
    {
      path: '/bikes/:bike/fluids',
      name: 'fluids',
      component: () => import('./features/fluids/FluidsPage.vue'),
      props: true,
      meta: { title: 'Fluids' },
    },
    {
      path: '/bikes/:bike/parts',
      name: 'parts',
      component: () => import('./features/parts/PartsPage.vue'),
      props: true,
      meta: { title: 'Parts, changes and repairs' },
    },
    {
      path: '/runs/:run',
      name: 'bench',
      component: () => import('./features/jobs/BenchPage.vue'),
      props: true,
      meta: { title: 'Bench', bench: true },
    },
    {
      path: '/jobs',
      name: 'jobs',
      component: () => import('./features/jobs/JobFilesPage.vue'),
      meta: { title: 'Job files' },
    },
    {
      path: '/jobs/:job',
      name: 'job-file',
      component: () => import('./features/jobs/JobFilePage.vue'),
      props: true,
      meta: { title: 'A job file' },
    },
    {
      path: '/shelf',
      name: 'shelf',
      component: () => import('./features/shelf/ShelfPage.vue'),
      meta: { title: 'Shelf' },
    },
    {
      path: '/sums',
      name: 'sums',
      component: () => import('./features/sums/SumsPage.vue'),
      meta: { title: 'Sums' },
    },
    {
      path: '/viewings',
      name: 'viewings',
      component: () => import('./features/viewings/ViewingsPage.vue'),
      meta: { title: 'Viewings' },
    },
    {
      path: '/viewings/new',
      name: 'new-viewing',
      component: () => import('./features/viewings/DetailsPage.vue'),
      meta: { title: 'A viewing' },
    },
    {
      path: '/viewings/prices',
      name: 'prices',
      component: () => import('./features/viewings/PricesPage.vue'),
      meta: { title: 'Price book' },
    },
    {
      path: '/viewings/practice',
      name: 'practice',
      component: () => import('./features/viewings/PracticePage.vue'),
      meta: { title: 'Practice yard' },
    },
    {
      path: '/viewings/:viewing',
      name: 'walk',
      component: () => import('./features/viewings/WalkPage.vue'),
      props: true,
      meta: { title: 'Viewing', bench: true },
    },
    {
      path: '/viewings/:viewing/money',
      name: 'money',
      component: () => import('./features/viewings/MoneyPage.vue'),
      props: true,
      meta: { title: 'What it is worth' },
    },
    {
      path: '/viewings/:viewing/details',
      name: 'viewing-details',
      component: () => import('./features/viewings/DetailsPage.vue'),
      props: true,
      meta: { title: 'The advert' },
    },
    {
      path: '/viewings/:viewing/papers',
      name: 'viewing-papers',
      component: () => import('./features/viewings/PapersPage.vue'),
      props: true,
      meta: { title: 'To take along' },
    },
    { path: '/book', name: 'book', component: () => import('./features/ledger/BookPage.vue'), meta: { title: 'Book' } },
    {
      path: '/settings',
      name: 'settings',
      component: () => import('./features/settings/SettingsPage.vue'),
      meta: { title: 'Settings' },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: () => import('./features/shed/NowherePage.vue'),
      meta: { title: 'Not here' },
    },
  ],
})

router.afterEach((to) => {
  document.title = `${String(to.meta.title)} · Muddy Ledger`
})
