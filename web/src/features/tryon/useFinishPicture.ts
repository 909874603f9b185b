import { computed, type Ref, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { drawnBy, type Size, usePicture } from '../../shared/usePicture'
import { useSettled } from '../../shared/useWaiting'

/** A picture under a moving slider is so wide at most: it has to follow the hand. [pixels] */
const SKETCH = 440

/** The wall and the floor that a piece is shown against. */
export interface Room {
  wall?: string | undefined
  floor?: string | undefined
}

/** The picture of a piece in layers: whole, up to a stage, one layer alone, or where one lies. */
export function useFinishPicture(
  piece: Ref<Schemas['PieceOut'] | undefined>,
  layers: Ref<Layer[]>,
  size: Readonly<Ref<Size | undefined>>,
  shownNow: () => boolean,
) {
  const sliding = ref(false)
  const solo = ref<number>()
  const peeked = ref<number>()
  const stageAt = ref<number>()
  const opened = ref(false)
  const room = ref<Room>({})
  const raking = ref(false)
  const shown = computed(() =>
    solo.value === undefined
      ? layers.value
      : layers.value.map((one, n) => ({ ...one, on: n === solo.value })),
  )
  const settledPeek = useSettled(() => peeked.value)
  const picture = usePicture(() => {
    if (!piece.value || !size.value || !shownNow()) return undefined
    const part = sliding.value ? Math.min(1, SKETCH / size.value.wide) : 1
    return {
      url: `/api/pieces/${piece.value.id.toString()}/picture?light=${preferences.value.light}`,
      body: {
        layers: shown.value,
        pixels_wide: Math.max(64, Math.round(size.value.wide * part)),
        pixels_high: Math.max(64, Math.round(size.value.high * part)),
        stage: stageAt.value ?? null,
        field: sliding.value ? null : (settledPeek.value ?? null),
        opened: opened.value,
        wall: room.value.wall ?? null,
        floor: room.value.floor ?? null,
        raking: raking.value,
        sketch: sliding.value,
      } satisfies Omit<Schemas['PictureIn'], 'shaded' | 'before'>,
      sketch: sliding.value,
      drawn: drawnBy(piece.value),
    }
  })
  return {
    opened,
    room,
    raking,
    sliding,
    solo,
    peeked,
    stageAt,
    shown,
    src: picture.src,
    wrong: picture.wrong,
  }
}
