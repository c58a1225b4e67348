import '@fontsource/barlow-condensed/600.css'
import '@fontsource/barlow-condensed/700.css'
import '@fontsource/barlow/400.css'
import '@fontsource/barlow/600.css'
import '@fontsource/spline-sans-mono/500.css'
import './design/tokens.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { Answers } from './api/answers'
import App from './App.vue'
import { vuetify } from './design/theme'
import { router } from './router'
import './design/base.css'

// An answer is replaced as a whole and never changed in place: no page has to watch the inside of it.
createApp(App)
  .use(vuetify)
  .use(router)
  .use(VueQueryPlugin, {
    queryClient: new Answers({ defaultOptions: { queries: { staleTime: 5_000, retry: 1, shallow: true } } }),
  })
  .mount('#app')
