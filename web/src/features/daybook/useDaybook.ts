import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { note } from '../../api/versions'
import { bringBack, renamed, versioned } from '../../shared/versioned'
import { preferences } from '../../shared/preferences'
import { jobKey, useJob } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'

export type Entry = Schemas['EntryOut']
export type EntrySaid = Partial<Schemas['EntryIn']>

/** The daybook of the job in hand: what happened, what is written down, its photos. */
export function useDaybook() {
  const queries = useQueryClient()
  const { id, job } = useJob()
  const { data, error } = useQuery({
    queryKey: computed(() => ['daybook', id.value, preferences.value.unit]),
    enabled: computed(() => id.value !== undefined),
    queryFn: async () => {
      const now = unwrap(
        await api.GET('/api/jobs/{job_id}/daybook', { params: { path: { job_id: id.value ?? 0 } } }),
      )
      for (const one of now.entries) note('entry', one.id, one.version)
      return now
    },
  })
  const refresh = async () => {
    await queries.invalidateQueries({ queryKey: ['daybook'] })
    await queries.invalidateQueries({ queryKey: jobKey() })
  }

  async function write(said: EntrySaid) {
    const params = { path: { job_id: id.value ?? 0 } }
    const made = unwrap(
      await api.POST('/api/jobs/{job_id}/entries', { params, body: { kind: 'note', ...said } }),
    )
    say('It is written down.', () => discard(made.id))
    await refresh()
  }

  async function rewrite(entry: number, said: EntrySaid) {
    const params = { path: { entry_id: entry } }
    await versioned(
      'entry',
      entry,
      'The entry',
      async (headers) => unwrap(await api.PATCH('/api/entries/{entry_id}', { params, body: said, headers })),
      refresh,
    )
  }

  async function discard(entry: number) {
    unwrap(await api.DELETE('/api/entries/{entry_id}', { params: { path: { entry_id: entry } } }))
    await refresh()
  }

  async function remove(entry: number) {
    try {
      await discard(entry)
      say('The entry was removed.', async () => {
        await bringBack('entry', entry)
        await refresh()
      })
    } catch (problem) {
      sayWrong(problem)
    }
  }

  const renamePhoto = (photo: Schemas['PhotoOut'], to: string) =>
    renamed(photo.name, to, (name) => changePhoto(photo, { name }))

  async function changePhoto(photo: Schemas['PhotoOut'], said: Partial<Schemas['PhotoChangeIn']>) {
    try {
      const params = { path: { photo_id: photo.id } }
      const body = { turn: 0, ...said }
      await versioned(
        'photo',
        photo.id,
        photo.name,
        async (headers) => unwrap(await api.PATCH('/api/photos/{photo_id}', { params, body, headers })),
        refresh,
      )
    } catch (problem) {
      sayWrong(problem)
    }
  }

  async function removePhoto(photo: Schemas['PhotoOut']) {
    const params = { path: { photo_id: photo.id } }
    try {
      unwrap(await api.DELETE('/api/photos/{photo_id}', { params }))
      say(`${photo.name} was removed.`, async () => {
        await bringBack('photo', photo.id)
        await refresh()
      })
      await refresh()
    } catch (problem) {
      sayWrong(problem)
    }
  }

  return { id, job, data, error, write, rewrite, remove, changePhoto, renamePhoto, removePhoto }
}
