import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

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
