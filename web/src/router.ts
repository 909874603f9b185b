import { ref } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'

import CatchPlace from './features/catch/CatchPlace.vue'

/** Where a person wanted to go, when that place could not be loaded. */
export const unloaded = ref<string>()

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    // Which place an open program begins with depends on the job: see App.vue.
    { path: '/', name: 'begin', component: { render: () => null } },
    { path: '/piece', name: 'piece', component: () => import('./features/piece/PiecePlace.vue') },
    { path: '/catch', name: 'catch', component: CatchPlace },
    { path: '/mingle', name: 'mingle', component: () => import('./features/mingle/MinglePlace.vue') },
    { path: '/try-on', name: 'tryon', component: () => import('./features/tryon/TryOnPlace.vue') },
    { path: '/bench/:batch(\\d+)', name: 'bench', component: () => import('./features/bench/BenchPlace.vue') },
    { path: '/plan', name: 'plan', component: () => import('./features/plan/PlanPlace.vue') },
    { path: '/daybook', name: 'daybook', component: () => import('./features/daybook/DaybookPlace.vue') },
    { path: '/again/:mix(\\d+)', name: 'again', component: () => import('./features/daybook/RemixPlace.vue') },
    { path: '/shelf', name: 'shelf', component: () => import('./features/shelf/ShelfPlace.vue') },
    { path: '/:rest(.*)', redirect: '/' },
  ],
})

router.onError((_error, to) => {
  unloaded.value = to.fullPath
})
router.afterEach((_to, _from, failure) => {
  if (!failure) unloaded.value = undefined
})
