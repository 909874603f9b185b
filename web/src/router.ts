import { ref } from 'vue'
import { createRouter, createWebHistory, type RouteLocationNormalized } from 'vue-router'

import CatchPlace from './features/catch/CatchPlace.vue'
import { jobInUrl, prefer, preferences } from './shared/preferences'

/** Where a person wanted to go, when that place could not be loaded. */
export const unloaded = ref<string>()

/** Whether somebody is on the way to a place: nothing may turn them round. */
export const going = ref(false)

/** A place of a job: its address begins with the job's number, "/3/mingle". */
const JOB = '/:job(\\d+)?'
const ofJob = { ofJob: true }

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    // Which place an open program begins with depends on the job: see App.vue.
    { path: '/', name: 'begin', component: { render: () => null } },
    {
      path: `${JOB}/piece`,
      name: 'piece',
      meta: ofJob,
      component: () => import('./features/piece/PiecePlace.vue'),
    },
    { path: `${JOB}/catch`, name: 'catch', meta: ofJob, component: CatchPlace },
    {
      path: `${JOB}/mingle`,
      name: 'mingle',
      meta: ofJob,
      component: () => import('./features/mingle/MinglePlace.vue'),
    },
    {
      path: `${JOB}/try-on`,
      name: 'tryon',
      meta: ofJob,
      component: () => import('./features/tryon/TryOnPlace.vue'),
    },
    {
      path: `${JOB}/bench/:batch(\\d+)`,
      name: 'bench',
      meta: ofJob,
      component: () => import('./features/bench/BenchPlace.vue'),
    },
    {
      path: `${JOB}/lay/:piece(\\d+)/:layer(\\d+)`,
      name: 'lay',
      meta: ofJob,
      component: () => import('./features/tryon/pattern/LayPlace.vue'),
    },
    {
      path: `${JOB}/plan`,
      name: 'plan',
      meta: ofJob,
      component: () => import('./features/plan/PlanPlace.vue'),
    },
    {
      path: `${JOB}/daybook`,
      name: 'daybook',
      meta: ofJob,
      component: () => import('./features/daybook/DaybookPlace.vue'),
    },
    {
      path: `${JOB}/again/:mix(\\d+)`,
      name: 'again',
      meta: ofJob,
      component: () => import('./features/daybook/RemixPlace.vue'),
    },
    { path: '/jobs', name: 'jobs', component: () => import('./features/jobs/JobsPlace.vue') },
    { path: '/shelf', name: 'shelf', component: () => import('./features/shelf/ShelfPlace.vue') },
    { path: '/settings', name: 'settings', component: () => import('./features/settings/SettingsPlace.vue') },
    { path: '/:rest(.*)', redirect: '/' },
  ],
})

const named = (to: RouteLocationNormalized) => Number(to.params.job) || undefined

// The address names the job, so that a reload, the way back and a second window keep it.
router.beforeEach((to) => {
  going.value = true
  const inHand = jobInUrl.value ?? preferences.value.job
  if (to.meta.ofJob !== true || named(to) !== undefined || !inHand) return true
  return { ...to, name: to.name ?? 'begin', params: { ...to.params, job: inHand.toString() }, replace: true }
})
router.onError((_error, to) => {
  unloaded.value = to.fullPath
})
router.afterEach((to, _from, failure) => {
  going.value = false
  if (failure) return
  unloaded.value = undefined
  const job = named(to)
  if (job === undefined) return
  jobInUrl.value = job
  // A place of no job that is opened next, by its address or anew, keeps it in hand.
  if (preferences.value.job !== job) prefer({ job })
})
