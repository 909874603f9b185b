import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, type LightName, type Schemas, unwrap } from '../api/client'
import { preferences } from './preferences'

export const jobKey = (id?: number, light?: LightName) =>
  id === undefined ? ['job'] : light === undefined ? ['job', id] : ['job', id, light]

/** The lights that everything can be judged in. */
export function useLights() {
  return useQuery({
    queryKey: ['lights'],
    queryFn: async () => unwrap(await api.GET('/api/lights')),
    staleTime: Infinity,
  })
}

/** The job in hand, as it looks in the light chosen. */
export function useJob() {
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: async () => unwrap(await api.GET('/api/jobs')) })
  const id = computed(() => jobs.data.value?.[0]?.id)
  const whole = useQuery({
    queryKey: computed(() => jobKey(id.value, preferences.value.light)),
    enabled: computed(() => id.value !== undefined),
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/jobs/{job_id}', {
          params: { path: { job_id: id.value ?? 0 }, query: { light: preferences.value.light } },
        }),
      ),
  })
  const job = computed(() => whole.data.value as Schemas['JobWholeOut'] | undefined) // pairs are pairs
  return { id, job, error: computed(() => jobs.error.value ?? whole.error.value) }
}
