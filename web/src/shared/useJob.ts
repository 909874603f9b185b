import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type LightName, type Schemas, unwrap } from '../api/client'
import { prefer, preferences } from './preferences'
import { say, sayWrong } from './useNotice'

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

/** How often another job was taken in hand: what is half done in a place belongs to the one before. */
export const jobsTaken = ref(0)

/** All jobs, the one in hand, and how one is begun, renamed and taken in hand. */
export function useJobs() {
  const queries = useQueryClient()
  const { data, error } = useQuery({
    queryKey: ['jobs'],
    queryFn: async () => unwrap(await api.GET('/api/jobs')),
  })
  const jobs = computed(() => data.value ?? [])
  const id = computed(() => (jobs.value.find((one) => one.id === preferences.value.job) ?? jobs.value[0])?.id)
  const refresh = () =>
    Promise.all([queries.invalidateQueries({ queryKey: ['jobs'] }), queries.invalidateQueries({ queryKey: jobKey() })])

  function take(job: number) {
    prefer({ job })
    jobsTaken.value += 1
  }

  async function begin(name: string, room: string) {
    const before = id.value
    try {
      const made = unwrap(await api.POST('/api/jobs', { body: { name, room } }))
      await refresh()
      take(made.id)
      say(`${made.name} is begun, and in hand.`, undefined, {
        text: 'Back to the one before',
        act: () => {
          if (before !== undefined) take(before)
        },
      })
      return true
    } catch (problem) {
      sayWrong(problem)
      return false
    }
  }

  async function rename(job: number, name: string, room: string) {
    try {
      unwrap(await api.PATCH('/api/jobs/{job_id}', { params: { path: { job_id: job } }, body: { name, room } }))
      await refresh()
      return true
    } catch (problem) {
      sayWrong(problem)
      return false
    }
  }

  return { jobs, id, error, take, begin, rename }
}

/** Whether nothing was done for a job yet. */
export const emptyJob = (job: Schemas['JobWholeOut']) =>
  [job.pieces, job.photos, job.targets, job.mixes].every((things) => things.length === 0)

/** The job in hand, as it looks in the light chosen. */
export function useJob() {
  const { id, error: noJobs } = useJobs()
  const whole = useQuery({
    queryKey: computed(() => jobKey(id.value, preferences.value.light)),
    enabled: computed(() => id.value !== undefined),
    // Of the same job in another light what was there stays; of another job nothing does.
    placeholderData: (before: Schemas['JobWholeOut'] | undefined) => (before?.id === id.value ? before : undefined),
    queryFn: async () =>
      unwrap(
        await api.GET('/api/jobs/{job_id}', {
          params: { path: { job_id: id.value ?? 0 }, query: { light: preferences.value.light } },
        }),
      ) as Schemas['JobWholeOut'], // pairs are pairs
  })
  const job = computed(() => whole.data.value)
  return { id, job, error: computed(() => noJobs.value ?? whole.error.value) }
}
