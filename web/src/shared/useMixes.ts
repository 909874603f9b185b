import { useQueryClient } from '@tanstack/vue-query'

import { api, type Schemas, unwrap } from '../api/client'
import { showJug } from './jugsShown'
import { jobKey } from './useJob'
import { say, sayWrong } from './useNotice'
import { useShelfChanged } from './useShelf'

/** Keep a recipe as a jug of the job, or put one away; both can be undone. */
export function useMixes() {
  const queries = useQueryClient()
  const shelfChanged = useShelfChanged()
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  async function keep(jobId: number, mix: Schemas['MixIn']) {
    try {
      const kept = unwrap(
        await api.POST('/api/jobs/{job_id}/mixes', { params: { path: { job_id: jobId } }, body: mix }),
      )
      const twin = kept.same_as ? `: same as ${kept.same_as}` : ''
      say(`${kept.name} stands with your jugs${twin}.`, () => putAway(kept.id), {
        text: 'Show it',
        act: () => {
          showJug(kept.id)
        },
      })
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  const discard = async (id: number) => {
    unwrap(await api.DELETE('/api/mixes/{mix_id}', { params: { path: { mix_id: id } } }))
  }

  async function putAway(id: number) {
    await discard(id)
    await refresh()
  }

  async function remove(mix: Schemas['MixOut']) {
    try {
      await discard(mix.id)
      say(`${mix.name} was put away.`, async () => {
        unwrap(await api.POST('/api/mixes/{mix_id}/restore', { params: { path: { mix_id: mix.id } } }))
        await refresh()
      })
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  /** Put what was mixed on the shelf, as a tin of its own. */
  async function toShelf(mix: Schemas['MixOut']) {
    try {
      const key = unwrap(
        await api.POST('/api/mixes/{mix_id}/to-shelf', {
          params: { path: { mix_id: mix.id } },
          body: { left_ml: mix.batch },
        }),
      )
      say(`${mix.name} stands on the shelf.`, async () => {
        unwrap(await api.DELETE('/api/shelf/{key}', { params: { path: { key } } }))
        await shelfChanged()
      })
      await shelfChanged()
    } catch (error) {
      sayWrong(error)
    }
  }

  return { keep, remove, toShelf }
}
