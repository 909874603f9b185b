import { useQueryClient } from '@tanstack/vue-query'
import { useRouter } from 'vue-router'

import { api, type Schemas, unwrap } from '../../api/client'
import { jobKey } from '../../shared/useJob'
import { renamedRow } from '../../shared/versioned'
import { say } from '../../shared/useNotice'

/** Keep colours with the job, rename or remove them; all can be undone. */
export function useTargets() {
  const queries = useQueryClient()
  const router = useRouter()
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  async function keep(jobId: number, body: Schemas['TargetIn']) {
    const kept = unwrap(
      await api.POST('/api/jobs/{job_id}/targets', { params: { path: { job_id: jobId } }, body }),
    )
    say(`${kept.title} is kept with this job.`, () => takeBack(kept.id), {
      text: 'Mix it',
      act: () => router.push({ name: 'mingle', query: { target: kept.id.toString() } }),
    })
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

  function rename({ id, title }: Schemas['TargetOut'], to: string) {
    const params = { path: { target_id: id } }
    const send = async (name: string, headers: Record<string, string>) =>
      unwrap(await api.PATCH('/api/targets/{target_id}', { params, body: { name }, headers }))
    return renamedRow('target', { id, name: title }, to, send, refresh)
  }

  return { keep, rename, remove }
}
