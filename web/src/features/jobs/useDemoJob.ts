import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, unwrap } from '../../api/client'
import { useJobs } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'

/** The demo job: brought in beside one's own, and removed again with its tins. */
export function useDemoJob() {
  const queries = useQueryClient()
  const { take } = useJobs()
  const { data } = useQuery({
    queryKey: ['demo'],
    queryFn: async () => unwrap(await api.GET('/api/demo')),
  })
  const busy = ref(false)

  async function doing(what: () => Promise<void>) {
    busy.value = true
    try {
      await what()
    } catch (error) {
      sayWrong(error)
    } finally {
      busy.value = false
    }
  }

  const bringIn = () =>
    doing(async () => {
      const { job } = unwrap(await api.POST('/api/demo'))
      await queries.invalidateQueries()
      if (job !== null) await take(job, 'catch')
      say('The demo job is in hand, and its tins stand on the shelf.')
    })

  const putAway = () =>
    doing(async () => {
      unwrap(await api.DELETE('/api/demo'))
      await queries.invalidateQueries()
      say('The demo is removed, with its tins.')
    })

  return {
    offered: computed(() => data.value?.offered === true),
    open: computed(() => data.value !== undefined && data.value.job !== null),
    busy,
    bringIn,
    putAway,
  }
}
