import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref, ref, watch } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

/** What is said of layers on a piece, and what they take. */
export function useJudged(piece: Ref<Schemas['PieceOut'] | undefined>, settled: Ref<string>) {
  return useQuery({
    queryKey: computed(() => [
      'shelf',
      'judged',
      piece.value, // its parts, grounds, use, age and count are judged, too
      settled.value,
      preferences.value.light,
      preferences.value.unit,
    ]),
    enabled: computed(() => piece.value !== undefined),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/pieces/{piece_id}/judge', {
          params: {
            path: { piece_id: piece.value?.id ?? 0 },
            query: { light: preferences.value.light, unit: preferences.value.unit },
          },
          body: { layers: JSON.parse(settled.value) as Layer[] },
        }),
      ),
  })
}

/**
 * Of what is laid what is kept already: a layer is kept before anything is judged. What was taken in hand is kept, and
 * shown at once: no piece is judged in the layers of another one.
 */
export function useKeptOf(
  settled: Ref<string>,
  { layers, unkept, taken }: { layers: Ref<Layer[]>; unkept: Ref<boolean>; taken: Ref<number> },
) {
  const now = () => JSON.stringify(layers.value)
  const kept = ref(now())
  watch([settled, unkept], () => {
    if (!unkept.value && settled.value === now()) kept.value = settled.value
  })
  watch(taken, () => (kept.value = now()), { flush: 'sync' })
  return kept
}

/** How rough each layer is on the piece, in words; empty of what is smooth. */
export function useRoughness(piece: Ref<Schemas['PieceOut'] | undefined>, layers: Readonly<Ref<string>>) {
  return useQuery({
    queryKey: computed(() => [
      'shelf',
      'roughness',
      piece.value?.id ?? 0,
      layers.value,
      preferences.value.unit,
    ]),
    enabled: computed(() => piece.value !== undefined),
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/pieces/{piece_id}/roughness', {
          params: { path: { piece_id: piece.value?.id ?? 0 }, query: { unit: preferences.value.unit } },
          body: { layers: JSON.parse(layers.value) as Layer[] },
        }),
      ),
  })
}
