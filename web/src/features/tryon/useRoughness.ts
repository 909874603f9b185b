import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

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
