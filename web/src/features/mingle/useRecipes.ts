import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, shallowRef, toValue, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { useStoppable } from '../../shared/useWaiting'
import { preferences } from '../../shared/preferences'

/** Recipes for a target, as the person wants them measured; idle while there is no target. */
export function useRecipes(targetId: MaybeRefOrGetter<number | undefined>) {
  const wishes = computed(() => {
    const { batch, mostTins, tool, light, unit, use, avoid } = preferences.value
    return { batch, tool, most_tins: mostTins, light, unit, use: [...use], avoid: [...avoid] }
  })
  const queryKey = computed(() => ['recipes', toValue(targetId), wishes.value])
  const query = useQuery({
    queryKey,
    enabled: computed(() => toValue(targetId) !== undefined),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/targets/{target_id}/recipes', {
          params: {
            path: { target_id: toValue(targetId) ?? 0 },
            query: { light: wishes.value.light, unit: wishes.value.unit },
          },
          body: {
            batch: wishes.value.batch,
            tool: wishes.value.tool,
            most_tins: wishes.value.most_tins,
            parts: 12,
            use: wishes.value.use,
            avoid: wishes.value.avoid,
            lights: [],
          },
          signal,
        }),
      ),
  })
  // What was found last for this colour stays to be seen, while other recipes are worked out or cannot be had.
  const last = shallowRef<{ target: number; found: Schemas['RecipesOut'] }>()
  watch(
    query.data,
    (found) => {
      const target = toValue(targetId)
      if (found && target !== undefined && !query.isPlaceholderData.value) last.value = { target, found }
    },
    { immediate: true },
  )
  const data = computed(() => (last.value?.target === toValue(targetId) ? last.value?.found : undefined))
  const old = computed(
    () => data.value !== undefined && (query.isPlaceholderData.value || query.isError.value),
  )
  const work = useStoppable(query.isFetching, queryKey)
  return { data, old, error: query.error, isFetching: query.isFetching, work }
}
