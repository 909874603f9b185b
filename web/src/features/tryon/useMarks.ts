import { useQueryClient } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, type Ref, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { jobKey, useJob } from '../../shared/useJob'
import { sayWrong } from '../../shared/useNotice'
import type { Corner } from './faces'
import { photoShowing } from '../../shared/usePicture'

type Marks = Required<Schemas['Marks']>

const none: Marks = { faces: [], wood: 'oak', white: null, piece: null }
/** What was marked since the program was opened, by photo; it is newer than what was kept. */
const marked = ref<Record<number, Marks>>({})

/** What is marked on a photo: kept with it by itself, so that it is there in the next look and on the next day. */
export function useMarks(photo: Readonly<Ref<Schemas['PhotoOut'] | undefined>>) {
  const queries = useQueryClient()
  /** Corners tapped so far of a face that is not whole yet. */
  const corners = ref<Corner[]>([])
  const marks = computed(() => marked.value[photo.value?.id ?? 0] ?? { ...none, ...photo.value?.marks })
  let waiting: number | undefined
  let timer: ReturnType<typeof setTimeout> | undefined

  watch(
    () => photo.value?.id,
    () => {
      corners.value = []
    },
  )

  function change(part: Partial<Marks>) {
    const id = photo.value?.id
    if (id === undefined) return
    if (waiting !== id) flush()
    marked.value = { ...marked.value, [id]: { ...marks.value, ...part } }
    waiting = id
    clearTimeout(timer)
    timer = setTimeout(flush, 450)
  }

  /** Keep at once what is still waiting to be kept. */
  function flush() {
    const id = waiting
    const body = marked.value[id ?? 0]
    clearTimeout(timer)
    waiting = undefined
    if (id !== undefined && body) void save(id, body)
  }

  async function save(id: number, body: Marks) {
    try {
      unwrap(
        await api.PUT('/api/photos/{photo_id}/marks', {
          params: { path: { photo_id: id } },
          body,
          keepalive: true,
        }),
      )
      await queries.invalidateQueries({ queryKey: jobKey() })
    } catch (error) {
      sayWrong(error)
    }
  }
  onBeforeUnmount(flush)

  return {
    corners,
    faces: computed(() => marks.value.faces),
    wood: computed(() => marks.value.wood),
    white: computed(() => marks.value.white),
    change,
  }
}

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
