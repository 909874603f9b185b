import { createRouter, createWebHistory } from 'vue-router'

import CatchPlace from './features/catch/CatchPlace.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/catch' },
    { path: '/piece', name: 'piece', component: () => import('./features/piece/PiecePlace.vue') },
    { path: '/catch', name: 'catch', component: CatchPlace },
    { path: '/mingle', name: 'mingle', component: () => import('./features/mingle/MinglePlace.vue') },
    { path: '/try-on', name: 'tryon', component: () => import('./features/tryon/TryOnPlace.vue') },
    { path: '/bench/:pot(\\d+)', name: 'bench', component: () => import('./features/bench/BenchPlace.vue') },
    { path: '/daybook', name: 'daybook', component: () => import('./features/daybook/DaybookPlace.vue') },
    { path: '/again/:mix(\\d+)', name: 'again', component: () => import('./features/daybook/AgainPlace.vue') },
    { path: '/shelf', name: 'shelf', component: () => import('./features/shelf/ShelfPlace.vue') },
    { path: '/:rest(.*)', redirect: '/catch' },
  ],
})
