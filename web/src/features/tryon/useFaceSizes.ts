import { useQuery } from '@tanstack/vue-query'
import { computed, type Ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import type { Face } from './faces'

type Size = Schemas['SizeOut'] | null

/** Faces with the sizes that follow from the one that was measured; the same ones where nothing is new. */
export function withSizes(faces: Face[], sizes: Size[]): Face[] {
  const near = (a: number | null | undefined, b: number) => a != null && Math.abs(a - b) < 0.001
  const found = faces.map((face, n) => {
    const size = sizes[n]
    if (!size || (near(face.height, size.height) && (face.known || near(face.width, size.width)))) return face
    return { ...face, width: face.known ? face.width : size.width, height: size.height }
  })
  return found.some((face, n) => face !== faces[n]) ? found : faces
}

/** How large the faces of a photo are, once the width of one was measured. */
export function useFaceSizes(
  photo: Readonly<Ref<Schemas['PhotoOut'] | undefined>>,
  faces: Readonly<Ref<Face[]>>,
  held: Readonly<Ref<unknown>>,
  change: (faces: Face[]) => void,
) {
  const marked = computed(() =>
    faces.value.map(({ corners, known, width }) => [corners, known, known ? width : 0]),
  )
  const { data: sizes } = useQuery({
    queryKey: computed(() => ['sizes', photo.value?.id, marked.value]),
    enabled: computed(() => !held.value && faces.value.some((face) => face.known)),
    queryFn: async () =>
      unwrap(
        await api.POST('/api/photos/{photo_id}/sizes', {
          params: { path: { photo_id: photo.value?.id ?? 0 } },
          body: { faces: faces.value },
        }),
      ),
    retry: false,
  })
  watch(sizes, (now) => {
    if (now?.length !== faces.value.length) return
    const next = withSizes(faces.value, now)
    if (next !== faces.value) change(next)
  })
  return { sizes }
}
