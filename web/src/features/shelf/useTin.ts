import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { note } from '../../api/versions'
import { preferences } from '../../shared/preferences'
import { renamed, versioned } from '../../shared/versioned'
import { say } from '../../shared/useNotice'
import { useShelfChanged } from '../../shared/useShelf'

/** What may change of a tin; openapi-typescript takes every field with a default for required. */
export type TinChange = Partial<Omit<Schemas['MaterialChangeIn'], 'handling'>> & {
  handling?: Partial<Schemas['HandlingIn']>
}

/** One tin with all that is known of it, and what can be done to it; removals can be undone. */
export function useTin(tinKey: MaybeRefOrGetter<string>) {
  const changed = useShelfChanged()
  const query = useQuery({
    queryKey: computed(() => ['tin', toValue(tinKey), preferences.value.light]),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () => {
      const now = unwrap(
        await api.GET('/api/shelf/{key}', {
          params: { path: { key: toValue(tinKey) }, query: { light: preferences.value.light } },
        }),
      )
      note('material', now.id, now.version)
      return now
    },
  })
  const path = () => ({ path: { key: toValue(tinKey) } })

  /** Change what is sent, and nothing else. */
  async function change(body: TinChange, tin = query.data.value) {
    if (!tin) return
    const params = { path: { key: tin.key } }
    await versioned(
      'material',
      tin.id,
      tin.name,
      async (headers) =>
        unwrap(
          await api.PATCH('/api/shelf/{key}', { params, body: body as Schemas['MaterialChangeIn'], headers }),
        ),
      changed,
    )
  }

  /** Call it otherwise, and back again, also when another tin is in hand by then. */
  async function rename(name: string) {
    const tin = query.data.value
    if (tin) await renamed(tin.name, name, (now) => change({ name: now }, tin))
  }

  async function test(
    body:
      Schemas['MasstoneIn'] | Schemas['TintIn'] | Schemas['CardIn'] | Schemas['CoatsIn'] | Schemas['FilmIn'],
  ) {
    unwrap(await api.POST('/api/shelf/{key}/tests', { params: path(), body }))
    await changed()
  }

  async function weigh(body: Schemas['WeighIn']) {
    unwrap(await api.POST('/api/shelf/{key}/weigh', { params: path(), body }))
    await changed()
  }

  async function takeOff(name: string) {
    const params = path()
    unwrap(await api.DELETE('/api/shelf/{key}', { params }))
    say(`${name} was removed.`, async () => {
      unwrap(await api.POST('/api/shelf/{key}/restore', { params }))
      await changed()
    })
    await changed()
  }

  async function withdraw(reading: number) {
    const params = { path: { reading_id: reading } }
    unwrap(await api.DELETE('/api/shelf/readings/{reading_id}', { params }))
    say('That reading was removed.', async () => {
      unwrap(await api.POST('/api/shelf/readings/{reading_id}/restore', { params }))
      await changed()
    })
    await changed()
  }

  /** A reading that was set aside counts all the same. */
  async function believe(reading: number) {
    unwrap(
      await api.POST('/api/shelf/readings/{reading_id}/restore', {
        params: { path: { reading_id: reading } },
      }),
    )
    await changed()
  }

  return { ...query, change, rename, test, weigh, takeOff, withdraw, believe }
}
