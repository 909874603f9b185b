import { useQueryClient } from '@tanstack/vue-query'
import { useRouter } from 'vue-router'

import { api, type Schemas, unwrap } from '../../api/client'
import { jobKey, useJob, useJobs } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'
import type { FoundThing } from './useFind'

/** What using it again is called, by what it is. */
export const WORDS: Partial<Record<FoundThing['kind'], string>> = {
  colour: 'Want it in this job',
  jug: 'Mix it again',
  look: 'Use it in this job',
  preparation: 'Make it again',
  plan: 'Begin a job like it',
  strip: 'Show where',
  entry: 'Show where',
  photo: 'Show where',
  piece: 'Show where',
  job: 'Take it in hand',
}

/** What was found of the past, used again in the job in hand. */
export function useFoundAgain() {
  const { id } = useJob()
  const { duplicate } = useJobs()
  const router = useRouter()
  const queries = useQueryClient()

  async function useAgain(one: FoundThing) {
    const jobId = id.value
    const of = { job: (one.job_id ?? jobId ?? '').toString() }
    try {
      if (one.kind === 'colour' && jobId !== undefined) await wantHere(jobId, one)
      else if (one.kind === 'look' && jobId !== undefined) await wearHere(jobId, one)
      else if (one.kind === 'plan' && one.job_id != null) await duplicate(one.job_id)
      else if (one.kind === 'jug') await router.push({ name: 'again', params: { mix: one.id.toString() } })
      else if (one.kind === 'preparation')
        await router.push({ name: 'mingle', query: { prepare: `own-${one.id.toString()}` } })
      else await router.push({ name: ['piece', 'job'].includes(one.kind) ? 'piece' : 'daybook', params: of })
    } catch (problem) {
      sayWrong(problem)
    }
  }

  async function wantHere(jobId: number, one: FoundThing) {
    const params = { path: { job_id: jobId } }
    const body = { name: one.title, colour: { source: 'target', target_id: one.id } } as Schemas['TargetIn']
    const made = unwrap(await api.POST('/api/jobs/{job_id}/targets', { params, body }))
    await queries.invalidateQueries({ queryKey: jobKey(jobId) })
    say(`${one.title} is a colour of this job.`, undefined, {
      text: 'Mix it',
      act: () => router.push({ name: 'mingle', query: { target: made.id.toString() } }),
    })
  }

  async function wearHere(jobId: number, one: FoundThing) {
    const params = { path: { job_id: jobId, look_id: one.id } }
    const made = unwrap(await api.POST('/api/jobs/{job_id}/looks/{look_id}/copy', { params }))
    await queries.invalidateQueries({ queryKey: jobKey(jobId) })
    say(`${made.name} is a look of this job, with its jugs.`, undefined, {
      text: 'Try it on',
      act: () => router.push({ name: 'tryon' }),
    })
  }

  return { useAgain }
}
