import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import { api, type LightName, type Schemas, unwrap } from '../api/client'
import { note } from '../api/versions'
import { bringBack, versioned } from './versioned'
import { jobInUrl, prefer, preferences } from './preferences'
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

export type Job = Schemas['JobLineOut']
export type JobChange = Omit<Schemas['JobChangeIn'], 'no_due'> & { no_due?: boolean }

/** All jobs, the one in hand, and what can be done with one. */
export function useJobs() {
  const queries = useQueryClient()
  const router = useRouter()
  const { data, error } = useQuery({
    queryKey: ['jobs'],
    queryFn: async () => {
      const all = unwrap(await api.GET('/api/jobs'))
      for (const one of all) note('job', one.id, one.version)
      return all
    },
  })
  const jobs = computed(() => data.value ?? [])
  const id = computed(() => {
    const wanted = jobInUrl.value ?? preferences.value.job
    const found = jobs.value.find((one) => one.id === wanted)
    // Where none was in hand yet it is the one that was last worked on.
    const open = jobs.value.filter((one) => !one.archived)
    return (found ?? [...open, ...jobs.value].sort((a, b) => b.touched.localeCompare(a.touched))[0])?.id
  })
  /** Whether the address names a job that is not there (any more). */
  const lost = computed(
    () =>
      data.value !== undefined &&
      jobInUrl.value !== undefined &&
      id.value !== jobInUrl.value &&
      jobInUrl.value,
  )
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: ['jobs'] }),
      queries.invalidateQueries({ queryKey: jobKey() }),
    ])

  /** Take a job in hand, in the place where one is; in a place of no job, in the first of the work. */
  async function take(job: number, place?: string) {
    prefer({ job })
    const { name, meta } = router.currentRoute.value
    const stays =
      meta.ofJob === true && name !== 'bench' && name !== 'lay' && name !== 'again' ? name : undefined
    jobInUrl.value = job
    await router.push({ name: place ?? stays ?? 'piece', params: { job: job.toString() } })
  }

  async function trying(what: () => Promise<unknown>) {
    try {
      await what()
      return true
    } catch (problem) {
      sayWrong(problem)
      return false
    }
  }

  function begin(said: Schemas['JobIn']) {
    const before = id.value
    return trying(async () => {
      const made = unwrap(await api.POST('/api/jobs', { body: said }))
      await refresh()
      await take(made.id, 'piece')
      say(`${made.name} is begun, and in hand.`, undefined, {
        text: 'Back to the one before',
        act: () => {
          if (before !== undefined) void take(before)
        },
      })
    })
  }

  function change(job: number, body: JobChange) {
    return trying(async () => {
      await versioned(
        'job',
        job,
        jobs.value.find((one) => one.id === job)?.name ?? 'The job',
        async (headers) =>
          unwrap(
            await api.PATCH('/api/jobs/{job_id}', {
              params: { path: { job_id: job } },
              body: { no_due: false, ...body },
              headers,
            }),
          ),
        refresh,
      )
    })
  }

  function duplicate(job: number) {
    return trying(async () => {
      const made = unwrap(
        await api.POST('/api/jobs/{job_id}/duplicate', { params: { path: { job_id: job } } }),
      )
      await refresh()
      say(`${made.name} stands beside it.`, () => discard(made.id), {
        text: 'Take it in hand',
        act: () => take(made.id),
      })
    })
  }

  async function discard(job: number) {
    unwrap(await api.DELETE('/api/jobs/{job_id}', { params: { path: { job_id: job } } }))
    if (jobInUrl.value === job) jobInUrl.value = undefined
    await refresh()
  }

  function remove(job: Job) {
    return trying(async () => {
      const inHand = id.value === job.id
      await discard(job.id)
      say(`${job.name} was removed.`, async () => {
        await bringBack('job', job.id)
        await refresh()
        if (inHand) prefer({ job: job.id })
      })
    })
  }

  return {
    jobs,
    known: computed(() => data.value !== undefined),
    id,
    lost,
    error,
    refresh,
    take,
    begin,
    change,
    duplicate,
    remove,
  }
}

/** Whether nothing was done for a job yet. */
export const emptyJob = (job: Schemas['JobWholeOut']) =>
  [job.pieces, job.photos, job.targets, job.mixes].every((things) => things.length === 0)

/** Note which versions of its things are shown. */
function noteAll(job: Schemas['JobWholeOut']) {
  note('job', job.id, job.version)
  const tables = {
    piece: job.pieces,
    look: job.looks,
    target: job.targets,
    mix: job.mixes,
    photo: job.photos,
  }
  for (const [table, rows] of Object.entries(tables)) for (const row of rows) note(table, row.id, row.version)
}

/** The job in hand, as it looks in the light chosen. */
export function useJob() {
  const { id, error: noJobs } = useJobs()
  const whole = useQuery({
    queryKey: computed(() => jobKey(id.value, preferences.value.light)),
    enabled: computed(() => id.value !== undefined),
    // Of the same job in another light what was there stays; of another job nothing does.
    placeholderData: (before: Schemas['JobWholeOut'] | undefined) =>
      before?.id === id.value ? before : undefined,
    queryFn: async () => {
      const now = unwrap(
        await api.GET('/api/jobs/{job_id}', {
          params: { path: { job_id: id.value ?? 0 }, query: { light: preferences.value.light } },
        }),
      ) as Schemas['JobWholeOut'] // pairs are pairs
      noteAll(now)
      return now
    },
  })
  const job = computed(() => whole.data.value)
  return { id, job, error: computed(() => noJobs.value ?? whole.error.value) }
}

/** What a job can be, in the order of its life, as the program calls it. */
export function useStates() {
  const { data } = useQuery({
    queryKey: ['states'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/jobs/states')),
  })
  return data
}
