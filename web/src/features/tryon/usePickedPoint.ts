import { computed, ref, type Ref, watch } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import type { Size } from '../../shared/usePicture'

/** A point picked on the picture: what lies there, layer by layer, and how far it is from a target. */
export function usePickedPoint(
  piece: Ref<Schemas['PieceOut'] | undefined>,
  shown: Ref<Layer[]>,
  size: Readonly<Ref<Size | undefined>>,
  settled: Ref<string>,
  opened: Ref<boolean>,
) {
  const { job } = useJob()
  const point = ref<Schemas['PointOut']>()
  const at = ref<{ x: number; y: number }>()
  const targetId = ref<number>()
  const target = computed(
    () => job.value?.targets.find((one) => one.id === targetId.value) ?? job.value?.targets[0],
  )

  async function pick(place: { x: number; y: number }) {
    at.value = place
    await look()
  }

  async function look() {
    if (!piece.value || !size.value || !at.value) return
    try {
      const answer = await api.POST('/api/pieces/{piece_id}/point', {
        params: { path: { piece_id: piece.value.id }, query: { light: preferences.value.light } },
        body: {
          layers: shown.value,
          x: Math.min(Math.max(at.value.x, 0), 1),
          y: Math.min(Math.max(at.value.y, 0), 1),
          pixels_wide: size.value.wide,
          pixels_high: size.value.high,
          opened: opened.value,
          target_id: target.value?.id ?? null,
        },
      })
      point.value = unwrap(answer)
    } catch {
      point.value = undefined // beside the piece
    }
  }

  watch([settled, targetId, opened, () => preferences.value.light], () => {
    if (point.value) void look()
  })
  return { point, at, target, targetId, pick }
}
