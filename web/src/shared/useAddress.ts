import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useMediaQuery } from '@vueuse/core'

import { going } from '../router'
import { emptyJob, useJob, useJobs } from './useJob'

/** Where an address that names no place or no job leads to, once the jobs are known. */
export function useAddress() {
  const { job } = useJob()
  const { jobs, known } = useJobs()
  const router = useRouter()
  const route = useRoute()

  // An empty job begins with what is to be painted.
  watch(
    job,
    (now, before) => {
      const first = before === undefined || before.id !== now?.id
      if (!now || !first || window.location.pathname !== '/') return
      void router.replace({ name: emptyJob(now) ? 'piece' : 'catch', params: { job: now.id.toString() } })
    },
    { immediate: true },
  )
  // An address that names no job gets the one in hand, once the jobs are known.
  watch(
    [() => job.value?.id, () => route.fullPath, going],
    ([inHand]) => {
      if (going.value || inHand === undefined || route.meta.ofJob !== true || route.params.job) return
      const { name, params, query } = route
      if (name) void router.replace({ name, params: { ...params, job: inHand.toString() }, query })
    },
    { immediate: true },
  )
  // Where there is no job at all, one is begun.
  watch(
    [known, () => jobs.value.length],
    ([ready, many]) => {
      if (ready && many === 0 && (route.meta.ofJob === true || route.name === 'begin'))
        void router.replace({ name: 'jobs' })
    },
    { immediate: true },
  )
}

export interface Place {
  name: string
  title: string
  key: string
  /** The drawing of it, in `src/signs`. */
  sign: string
}

/** What else has an address, and what its title is. */
export const OTHERS: Record<string, string> = {
  bench: 'Bench',
  lay: 'Lay a pattern',
  again: 'Mix it again',
  jobs: 'Jobs',
}

/** The places in the order of the work, each with its key. */
export const places: Place[] = [
  { name: 'piece', title: 'Piece', key: '1', sign: 'piece' },
  { name: 'catch', title: 'Catch', key: '2', sign: 'catch' },
  { name: 'mingle', title: 'Mingle', key: '3', sign: 'mingle' },
  { name: 'tryon', title: 'Try on', key: '4', sign: 'try-on' },
  { name: 'plan', title: 'Plan', key: '5', sign: 'plan' },
  { name: 'daybook', title: 'Daybook', key: '6', sign: 'daybook' },
  { name: 'shelf', title: 'Shelf', key: 's', sign: 'shelf' },
  { name: 'settings', title: 'Settings', key: ',', sign: 'settings' },
]

/** Whether the window is as narrow as a phone, or is made so by zooming in. */
export const useNarrow = () => useMediaQuery('(max-width: 860px)')

/** Whether it is at most as wide as a tablet: what stands side by side at a desk stands below one another. */
export const useCompact = () => useMediaQuery('(max-width: 1100px)')
