import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

/** Recipes for a target, as the person wants them measured; idle while there is no target. */
export function useRecipes(targetId: MaybeRefOrGetter<number | undefined>) {
  const wishes = computed(() => {
    const { batch, mostPots, tool, light, use, avoid } = preferences.value
    return { batch, tool, most_pots: mostPots, light, use: [...use], avoid: [...avoid] }
  })
  return useQuery({
    queryKey: computed(() => ['recipes', toValue(targetId), wishes.value]),
    enabled: computed(() => toValue(targetId) !== undefined),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/targets/{target_id}/recipes', {
          params: { path: { target_id: toValue(targetId) ?? 0 }, query: { light: preferences.value.light } },
          body: {
            batch: wishes.value.batch,
            tool: wishes.value.tool,
            most_pots: wishes.value.most_pots,
            parts: 12,
            use: wishes.value.use,
            avoid: wishes.value.avoid,
            lights: [],
          },
        }),
      ),
  })
}
