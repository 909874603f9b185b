import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, ref, toValue, watchEffect } from 'vue'
import { useRoute } from 'vue-router'

import { api, type Colour, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { useShelfChanged } from '../../shared/useShelf'

/** The batch of the address, as long as that is the bench's: what is asked as one leaves is asked of it, too. */
export function useBatchInAddress() {
  const route = useRoute()
  const id = ref(0)
  watchEffect(() => {
    if (route.params.batch) id.value = Number(route.params.batch)
  })
  return id
}

/** A batch on the bench: every pour is written when it is made, and can be taken back. */
export function useBatchOnBench(batchId: MaybeRefOrGetter<number>) {
  const queries = useQueryClient()
  const shelfChanged = useShelfChanged()
  const key = computed(() => [
    'batch-on-bench',
    toValue(batchId),
    preferences.value.light,
    preferences.value.unit,
  ])
  const ask = () => ({
    path: { batch_id: toValue(batchId) },
    query: { light: preferences.value.light, unit: preferences.value.unit },
  })
  const query = useQuery({
    queryKey: key,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () => unwrap(await api.GET('/api/batches/{batch_id}', { params: ask() })),
  })
  const show = (batch: Schemas['BatchOut']) => {
    queries.setQueryData(key.value, batch)
  }

  async function pour(body: Schemas['PourMadeIn']) {
    try {
      show(unwrap(await api.POST('/api/batches/{batch_id}/pours', { params: ask(), body })))
    } catch (error) {
      await query.refetch() // another window may have poured: show what is true
      throw error
    }
  }

  async function change(jug: string) {
    show(unwrap(await api.PUT('/api/batches/{batch_id}/jug', { params: ask(), body: { jug } })))
  }

  /** Take back the last pour; `place` is how many were made before it, so that a second tap takes no other one. */
  async function undo(place: number) {
    const { path, query: asked } = ask()
    try {
      show(
        unwrap(
          await api.DELETE('/api/batches/{batch_id}/pours/last', {
            params: { path, query: { ...asked, place } },
          }),
        ),
      )
    } catch (error) {
      await query.refetch()
      throw error
    }
  }

  async function painted() {
    show(unwrap(await api.POST('/api/batches/{batch_id}/strip-painted', { params: ask() })))
  }

  async function read(colour: Colour, anyway: boolean) {
    const params = { path: { batch_id: toValue(batchId) }, query: { light: preferences.value.light } }
    const body = { colour, anyway, notes: '' }
    const verdict = unwrap(await api.POST('/api/batches/{batch_id}/strips', { params, body }))
    await Promise.all([query.refetch(), shelfChanged()])
    return verdict
  }

  /** What was read of it before, so that nothing has to be read twice. */
  async function verdict() {
    const params = { path: { batch_id: toValue(batchId) }, query: { light: preferences.value.light } }
    return unwrap(await api.GET('/api/batches/{batch_id}/verdict', { params })) ?? undefined
  }

  async function unlearn(reading: number) {
    unwrap(
      await api.DELETE('/api/shelf/readings/{reading_id}', { params: { path: { reading_id: reading } } }),
    )
    await shelfChanged()
  }

  /** A strip that nothing explained is true all the same: the paints learn from it. */
  async function believe(reading: number) {
    unwrap(
      await api.POST('/api/shelf/readings/{reading_id}/restore', {
        params: { path: { reading_id: reading } },
      }),
    )
    await shelfChanged()
    return verdict()
  }

  async function rescue() {
    const { light, unit, tool } = preferences.value
    const params = {
      path: { batch_id: toValue(batchId) },
      query: { light, unit, tool: tool === 'parts' ? ('syringe' as const) : tool },
    }
    return unwrap(await api.GET('/api/batches/{batch_id}/rescue', { params }))
  }

  async function add(pours: Schemas['PourIn'][]) {
    show(unwrap(await api.POST('/api/batches/{batch_id}/additions', { params: ask(), body: { pours } })))
  }

  async function finish() {
    show(unwrap(await api.POST('/api/batches/{batch_id}/done', { params: ask() })))
  }

  return { ...query, pour, change, undo, painted, read, verdict, unlearn, believe, rescue, add, finish }
}
