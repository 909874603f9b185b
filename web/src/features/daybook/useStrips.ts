import { sayCount } from '../../shared/say/numbers'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { renamed } from '../../shared/versioned'
import { say, sayWrong } from '../../shared/useNotice'

/** The strips, offcuts and stain boards of a job. */
export function useStrips(jobId: MaybeRefOrGetter<number | undefined>) {
  const queries = useQueryClient()
  const ask = () => ({ path: { job_id: toValue(jobId) ?? 0 }, query: { light: preferences.value.light } })
  const enabled = computed(() => toValue(jobId) !== undefined)
  const strips = useQuery({
    queryKey: computed(() => ['strips', toValue(jobId), preferences.value.light]),
    enabled,
    queryFn: async () => unwrap(await api.GET('/api/jobs/{job_id}/strips', { params: ask() })),
  })
  const boards = useQuery({
    queryKey: computed(() => ['strips', 'boards', toValue(jobId), preferences.value.light]),
    enabled,
    queryFn: async () => unwrap(await api.GET('/api/jobs/{job_id}/boards', { params: ask() })),
  })
  const refresh = () => queries.invalidateQueries({ queryKey: ['strips'] })

  async function add(body: Schemas['OffcutIn']) {
    const kept = unwrap(await api.POST('/api/jobs/{job_id}/strips', { params: ask(), body }))
    say(`The offcut of ${kept.name} is kept.`, () => putAway(kept.id))
    await refresh()
  }

  async function addBoard(body: Schemas['BoardIn']) {
    const { name, fields } = unwrap(await api.POST('/api/jobs/{job_id}/boards', { params: ask(), body }))
    const many = sayCount(fields.length, 'field is', 'fields are')
    say(`${name}: ${many} kept.`, async () => {
      await Promise.all(fields.map(({ id }) => discard(id)))
      await refresh()
    })
    await refresh()
  }

  const renameBoard = (board: string, name: string) =>
    renamed(board, name, async (now) => {
      const body = { board: now === name ? board : name, name: now }
      unwrap(await api.PATCH('/api/jobs/{job_id}/boards', { params: ask(), body }))
      await refresh()
    })

  const discard = async (id: number) => {
    unwrap(await api.DELETE('/api/strips/{strip_id}', { params: { path: { strip_id: id } } }))
  }

  async function putAway(id: number) {
    await discard(id)
    await refresh()
  }

  async function remove(strip: Schemas['StripOut']) {
    try {
      await discard(strip.id)
      say(`The strip of ${strip.name} was removed.`, async () => {
        unwrap(await api.POST('/api/strips/{strip_id}/restore', { params: { path: { strip_id: strip.id } } }))
        await refresh()
      })
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  const error = computed(() => strips.error.value ?? boards.error.value)
  return { strips: strips.data, boards: boards.data, error, add, addBoard, renameBoard, remove }
}
