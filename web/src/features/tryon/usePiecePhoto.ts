import { computed, ref } from 'vue'

import { photoShowing } from '../../shared/photos'
import { useJob } from '../../shared/useJob'
import { useMarks } from './useMarks'

/** The photo that shows a piece, or another that was chosen, and what is marked on it: which piece it shows as well. */
export function usePiecePhoto(piece: () => number | undefined) {
  const { job } = useJob()
  const chosen = ref<number>()
  const photo = computed(
    () =>
      job.value?.photos.find((one) => one.id === chosen.value) ??
      photoShowing(piece(), job.value?.photos ?? [], job.value?.targets ?? []),
  )
  const { change: keep, ...marks } = useMarks(photo)
  const change = (part: Parameters<typeof keep>[0]) => {
    keep({ piece: piece() ?? null, ...part })
  }

  function choosePhoto(id: number) {
    chosen.value = id
    change({})
  }
  return { ...marks, photo, change, choosePhoto }
}
