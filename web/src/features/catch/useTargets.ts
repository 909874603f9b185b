import { useQueryClient } from '@tanstack/vue-query'

import { api, type Schemas, unwrap } from '../../api/client'
import { jobKey } from '../../shared/useJob'
import { renamed } from '../../shared/renamed'
import { say } from '../../shared/useNotice'
import { versioned } from '../../shared/versioned'

/** Keep colours with the job, rename or remove them; all can be undone. */
export function useTargets() {
  const queries = useQueryClient()
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  async function keep(jobId: number, body: Schemas['TargetIn']) {
    const kept = unwrap(await api.POST('/api/jobs/{job_id}/targets', { params: { path: { job_id: jobId } }, body }))
    say(`${kept.title} is kept with this job.`, () => takeBack(kept.id))
    await refresh()
    return kept
  }

  const discard = async (id: number) => {
    unwrap(await api.DELETE('/api/targets/{target_id}', { params: { path: { target_id: id } } }))
  }

  async function takeBack(id: number) {
    await discard(id)
    await refresh()
  }

  async function remove(id: number) {
    await discard(id)
    say('The colour was removed.', async () => {
      unwrap(await api.POST('/api/targets/{target_id}/restore', { params: { path: { target_id: id } } }))
      await refresh()
    })
    await refresh()
  }

  const rename = (target: Schemas['TargetOut'], name: string) =>
    renamed(target.title, name, async (now) => {
      const params = { path: { target_id: target.id } }
      await versioned(
        'target',
        target.id,
        target.title,
        async (headers) =>
          unwrap(await api.PATCH('/api/targets/{target_id}', { params, body: { name: now }, headers })),
        refresh,
      )
    })

  return { keep, rename, remove }
}
