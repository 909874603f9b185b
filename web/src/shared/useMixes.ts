import { useQueryClient } from '@tanstack/vue-query'
import { useRouter } from 'vue-router'
import { ref } from 'vue'

import { api, type Schemas, unwrap } from '../api/client'
import { printOf } from './prints'
import { preferences } from './preferences'
import { jobKey } from './useJob'
import { renamedRow } from './versioned'
import { say, sayWrong } from './useNotice'
import { useShelfChanged } from './useShelf'

/** Keep a recipe as a jug of the job, pour it, or put one away; what is kept or put away can be undone. */
export function useMixes() {
  const queries = useQueryClient()
  const router = useRouter()
  const shelfChanged = useShelfChanged()
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  async function keep(jobId: number, mix: Schemas['MixIn']) {
    try {
      const kept = unwrap(
        await api.POST('/api/jobs/{job_id}/mixes', { params: { path: { job_id: jobId } }, body: mix }),
      )
      const twin = kept.same_as ? `: same as ${kept.same_as}` : ''
      say(
        `${kept.name} stands with your jugs${twin}.`,
        () => putAway(kept.id),
        { text: 'Pour it', act: () => pour(kept.id) },
        { text: 'Print its card', act: () => window.open(printOf(kept.id, 'card'), '_blank', 'noopener') },
      )
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  /** Keep the films of a way as jugs, each laid over the one before. */
  async function keepWay(jobId: number, target: { id: number; title: string }, way: Schemas['OverWayOut']) {
    const { batch, tool } = preferences.value
    const name = target.title.charAt(0).toUpperCase() + target.title.slice(1)
    const kept: Schemas['MixOut'][] = []
    try {
      for (const [at, step] of way.steps.entries()) {
        const last = at === way.steps.length - 1
        const below = kept.at(-1)
        kept.push(
          unwrap(
            await api.POST('/api/jobs/{job_id}/mixes', {
              params: { path: { job_id: jobId } },
              body: {
                name: way.steps.length > 1 ? `${name}, ${step.title}` : name,
                target_id: last ? target.id : null,
                batch,
                tool,
                pours: step.pours.map(({ material, parts, ml }) => ({ material, parts, ml })),
                water: step.water,
                laid: { ...step.laid, over: below ? `mix:${below.id.toString()}` : step.laid.over },
              },
            }),
          ),
        )
      }
      say(
        `${kept.map((one) => one.name).join(' and ')} stand${kept.length > 1 ? '' : 's'} with your jugs.`,
        async () => {
          for (const one of kept) await discard(one.id)
          await refresh()
        },
      )
      await refresh()
      await queries.invalidateQueries({ queryKey: ['shelf'] })
    } catch (error) {
      sayWrong(error)
    }
  }

  const discard = async (id: number) => {
    unwrap(await api.DELETE('/api/mixes/{mix_id}', { params: { path: { mix_id: id } } }))
  }

  /** Begin to pour it, on the bench. */
  async function pour(id: number) {
    try {
      const params = { path: { mix_id: id } }
      const batch = unwrap(await api.POST('/api/mixes/{mix_id}/batches', { params, body: { jug: null } }))
      await router.push({ name: 'bench', params: { batch: batch.id } })
    } catch (error) {
      sayWrong(error)
    }
  }

  async function putAway(id: number) {
    await discard(id)
    await refresh()
  }

  async function remove(mix: Schemas['MixOut']) {
    try {
      await discard(mix.id)
      say(`${mix.name} was removed.`, async () => {
        unwrap(await api.POST('/api/mixes/{mix_id}/restore', { params: { path: { mix_id: mix.id } } }))
        await refresh()
      })
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  function rename(mix: Schemas['MixOut'], to: string) {
    const params = { path: { mix_id: mix.id } }
    const send = async (name: string, headers: Record<string, string>) =>
      unwrap(await api.PATCH('/api/mixes/{mix_id}', { params, body: { name }, headers }))
    return renamedRow('mix', mix, to, send, refresh)
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

  return { keep, keepWay, pour, remove, rename, toShelf }
}

const told = (recipe: Schemas['RecipeOut']) =>
  recipe.pours.map((pour) => `${pour.material} ${pour.parts.toString()}`).join()

/** Whether two recipes pour the same tins in the same parts. */
export const sameMix = (one: Schemas['RecipeOut'], other: Schemas['RecipeOut']) => told(one) === told(other)

/** Whether the drawer of the jugs is open, in a narrow window. */
export const jugsShown = ref(false)
