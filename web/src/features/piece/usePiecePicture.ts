import { computed, type Ref, ref, watch } from 'vue'

import { api, type Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { drawnBy, usePicture } from '../../shared/usePicture'

/** The picture of a piece, bare: open or closed, as it came or as it is now; the part at a place that is tapped. */
export function usePiecePicture(
  piece: Readonly<Ref<Schemas['PieceOut'] | undefined>>,
  size: Readonly<Ref<{ wide: number; high: number } | undefined>>,
) {
  const opened = ref(false)
  const before = ref(false)
  const openPart = ref<string>()
  const at = ref<{ x: number; y: number }>()
  const ours = computed(() => piece.value?.changes.some((one) => one.ours) ?? false)
  const { src, wrong } = usePicture(() => {
    if (!piece.value || !size.value) return undefined
    return {
      url: `/api/pieces/${piece.value.id.toString()}/picture?light=${preferences.value.light}`,
      body: {
        pixels_wide: size.value.wide,
        pixels_high: size.value.high,
        opened: opened.value,
        before: before.value && ours.value,
      },
      drawn: drawnBy(piece.value), // a change of these asks anew
    }
  })

  watch(
    () => piece.value?.id,
    () => {
      openPart.value = undefined
      before.value = false
    },
  )

  /** The part at a point of the picture is opened in the list. */
  async function pick(place: { x: number; y: number }) {
    if (!piece.value || !size.value) return
    at.value = place
    const answer = await api.POST('/api/pieces/{piece_id}/point', {
      params: { path: { piece_id: piece.value.id } },
      body: {
        layers: [],
        ...place,
        pixels_wide: size.value.wide,
        pixels_high: size.value.high,
        opened: opened.value,
      },
    })
    openPart.value = answer.data?.face.split('/')[0]?.replace(/ handle$/, '')
  }

  return { opened, before, ours, src, wrong, openPart, at, pick }
}
