import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/bricolage-grotesque/index.css'
import './shared/bootstrap.scss'
import 'bootstrap-vue-next/dist/bootstrap-vue-next.css'
import './shared/scale.css'
import './shared/theme.css'

import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'

import { listen, Queries } from './api/events'
import App from './App.vue'
import PairPage from './features/pair/PairPage.vue'
import { PAIR, sendWhatWaited } from './api/reach'
import { router } from './router'
import { sayWrong } from './shared/useNotice'

const queries = new Queries({
  defaultOptions: {
    queries: {
      retry: 1,
      staleTime: Infinity, // what changes is told (api/events)
      refetchOnWindowFocus: false,
    },
  },
})

if (location.pathname === PAIR) {
  // Whoever is not let in yet is shown this page and asks for nothing else.
  createApp(PairPage).use(VueQueryPlugin, { queryClient: queries }).mount('#app')
} else {
  listen(queries)
  void sendWhatWaited((words) => {
    sayWrong(new Error(`A change that waited here was not made: ${words}`))
  }).then((any) => (any ? queries.invalidateQueries() : undefined))
  createApp(App).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app')
}

import type {} from 'bootstrap-vue-next'

declare module 'bootstrap-vue-next' {
  /** A button without a look of its own: what it stands in gives it one (theme.css). */
  interface BaseButtonVariant {
    plain: unknown
  }
}
