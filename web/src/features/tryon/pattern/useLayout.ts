import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref, ref } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../../api/client'
import { preferences } from '../../../shared/preferences'
import { type Size, usePicture } from '../../../shared/usePicture'
import { useSettled } from '../../../shared/useWaiting'

/** What layouts are made of. */
export function usePatternBook() {
  return useQuery({
    queryKey: ['patterns'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/patterns')),
  })
}

/** The motifs that a job can lay: ours, then its own. */
export function useMotifs(job: Ref<number | undefined>) {
  return useQuery({
    queryKey: computed(() => ['motifs', job.value ?? 0]),
    enabled: computed(() => job.value !== undefined),
    queryFn: async () =>
      unwrap(await api.GET('/api/jobs/{job_id}/motifs', { params: { path: { job_id: job.value ?? 0 } } })),
  })
}

/** Where a layer's pattern lies on the piece laid flat, and the picture of that. */
export function useLayout(
  piece: Readonly<Ref<Schemas['PieceOut'] | undefined>>,
  layers: Ref<Layer[]>,
  number: Ref<number>,
  size: Readonly<Ref<Size | undefined>>,
) {
  const dragging = ref(false)
  const raking = ref(false)
  const asked = useSettled(() => JSON.stringify([layers.value, number.value]), 120)
  const { data, error } = useQuery({
    enabled: computed(() => piece.value !== undefined && layers.value[number.value] !== undefined),
    queryKey: computed(() => [
      'layout',
      piece.value?.id ?? 0,
      piece.value?.measures,
      preferences.value.unit,
      asked.value,
    ]),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () => {
      const [shown, at] = JSON.parse(asked.value) as [Layer[], number]
      return unwrap(
        await api.POST('/api/pieces/{piece_id}/layout', {
          params: { path: { piece_id: piece.value?.id ?? 0 }, query: { unit: preferences.value.unit } },
          body: { layers: shown, number: at },
        }),
      )
    },
  })
  const picture = usePicture(() => {
    if (!size.value || !piece.value || !layers.value[number.value]) return undefined
    // Half as wide under the hand, so that it follows.
    const wide = Math.round(size.value.wide * (dragging.value ? 0.5 : 1))
    return {
      url: `/api/pieces/${piece.value.id.toString()}/layout/picture?light=${preferences.value.light}`,
      body: {
        layers: layers.value,
        number: number.value,
        pixels_wide: Math.max(64, wide),
        sketch: dragging.value,
        raking: raking.value,
      } satisfies Schemas['LayoutPictureIn'],
      sketch: dragging.value,
      drawn: [piece.value.measures, piece.value.layout, piece.value.changes],
    }
  })
  return { laid: data, error, dragging, raking, src: picture.src, wrong: picture.wrong }
}
