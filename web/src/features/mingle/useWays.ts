import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { wordsOf } from '../../api/reach'
import { useStoppable } from '../../shared/useWaiting'
import { preferences } from '../../shared/preferences'

export type Way = Schemas['OverWayOut']
export type Film = Schemas['OverFilmIn']

/** What is wished of tins, as every question over a ground takes it. */
export function useAllowed() {
  return computed(() => {
    const { batch, mostTins, tool, use, avoid } = preferences.value
    return { batch, tool, most: Math.min(3, mostTins), use: use.slice(0, 3), avoid: [...avoid] }
  })
}

/** The ways to a colour over a ground; idle where there is no colour, or it is wanted solid. */
export function useWays(targetId: () => number | undefined, over: () => string) {
  const allowed = useAllowed()
  const asked = computed(() => ({ light: preferences.value.light, unit: preferences.value.unit }))
  const queryKey = computed(() => ['ways', targetId(), over(), allowed.value, asked.value])
  const query = useQuery({
    queryKey,
    enabled: computed(() => targetId() !== undefined && over() !== ''),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/targets/{target_id}/ways', {
          params: { path: { target_id: targetId() ?? 0 }, query: asked.value },
          body: { ...allowed.value, over: over(), lights: [] },
          signal,
        }),
      ),
  })
  return { ...query, work: useStoppable(query.isFetching, queryKey) }
}

/** A way as films to change by hand. */
export const filmsOf = (way: Way): Film[] =>
  way.steps.map(({ laid, pours, water }) => ({
    kind: laid.kind,
    wait: laid.wait,
    wipe: laid.wipe,
    coats: laid.coats,
    prepared: laid.prepared,
    water,
    parts: pours.map(({ material, parts }) => [material, parts]),
  }))

/** A way as it was changed by hand: predicted anew after each change. */
export function useWayByHand(
  jobId: () => number | undefined,
  targetId: () => number | undefined,
  over: () => string,
) {
  const films = ref<Film[]>()
  const changed = ref<Way>()
  const wrong = ref('')
  let newest = 0

  async function predict(now: Film[]) {
    const mine = ++newest
    const { light, unit, tool, batch } = preferences.value
    try {
      const answer = await api.POST('/api/jobs/{job_id}/over/by-hand', {
        params: { path: { job_id: jobId() ?? 0 }, query: { light, unit } },
        body: { over: over(), films: now, target_id: targetId() ?? null, tool, batch },
      })
      if (mine !== newest) return
      changed.value = unwrap(answer)
      wrong.value = ''
    } catch (problem) {
      if (mine === newest) wrong.value = wordsOf(problem)
    }
  }

  function set(now: Film[]) {
    films.value = now
    void predict(now)
  }

  function forget() {
    newest++
    films.value = changed.value = undefined
    wrong.value = ''
  }

  watch([() => preferences.value.light, () => preferences.value.batch], () => {
    if (films.value) void predict(films.value)
  })
  watch([over, targetId], forget)
  return { films, changed, wrong, set, forget }
}
