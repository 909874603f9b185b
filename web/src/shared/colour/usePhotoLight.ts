import { computed, type MaybeRefOrGetter, ref, toValue, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Area, type Lighting, type Method, unwrap } from '../../api/client'
import { type Mark, middleOf } from './areas'

/** What is known in a photo, marked step by step, and the lighting that follows from it. */
export function usePhotoLight(photoId: MaybeRefOrGetter<number | undefined>) {
  const method = ref<Method>('white')
  const whites = ref<Area[]>([])
  const grey = ref(false)
  const chips = ref<{ key: string; name: string; area: Area }[]>([])
  const tin = ref<{ key: string; name: string }>()
  const corners = ref<[number, number][]>([])
  const found = ref(false)
  const finding = ref(false)
  let looking: AbortController | undefined
  const wrong = ref('')

  function forget() {
    whites.value = []
    chips.value = []
    corners.value = []
    tin.value = undefined
    found.value = false
    wrong.value = ''
  }

  /** Say which of one's own tins the next tap is a chip of. */
  function pick(one: { key: string; name: string }) {
    tin.value = one
  }

  function setGrey(now: boolean) {
    grey.value = now
  }

  /** Find the chart by itself; where that fails its corners are marked by hand. */
  async function find() {
    const id = toValue(photoId)
    if (id === undefined) return
    const mine = (looking = new AbortController())
    finding.value = true
    try {
      const { signal } = mine
      const chart = unwrap(
        await api.GET('/api/photos/{photo_id}/chart', { params: { path: { photo_id: id } }, signal }),
      )
      corners.value = chart.corners as [number, number][]
      found.value = true
      wrong.value = ''
    } catch (error) {
      if (mine === looking) wrong.value = wordsOf(error)
    } finally {
      if (mine === looking) finding.value = false
    }
  }

  /** Look no more for the card: its corners are marked by hand. */
  function stop() {
    looking?.abort()
    looking = undefined
    finding.value = false
  }

  function choose(now: Method) {
    method.value = now
    stop()
    forget()
    if (now === 'chart') void find()
  }

  watch(
    () => toValue(photoId),
    () => {
      choose('white')
    },
  )

  /** Whether the next tap marks something known rather than the colour wanted. */
  const asks = computed(() => {
    if (method.value === 'white' && whites.value.length === 0)
      return grey.value ? 'Tap the grey card.' : 'First tap something white: a sheet of paper will do.'
    if (method.value === 'two_whites' && whites.value.length < 2)
      return whites.value.length === 0
        ? 'Tap something white on the lighter side.'
        : 'Now the same white on the darker side.'
    if (method.value === 'chips' && tin.value) return `Tap the dried chip of ${tin.value.name}.`
    if (method.value === 'chart' && !finding.value && corners.value.length < 4)
      return `Tap the outer corners of the card’s patches, one after another: ${(4 - corners.value.length).toString()} left.`
    return ''
  })

  /** Take a tap as something known. */
  function mark(area: Area) {
    if (method.value === 'chips') {
      if (tin.value)
        chips.value = [...chips.value.filter((chip) => chip.key !== tin.value?.key), { ...tin.value, area }]
      tin.value = undefined
    } else if (method.value === 'chart') {
      const { x, y } = middleOf(area)
      corners.value = [...corners.value, [x, y]]
    } else if (method.value === 'two_whites') whites.value = [...whites.value, area].slice(-2)
    else whites.value = [area]
  }

  const lighting = computed<Lighting>(() => {
    const [first, second] = whites.value
    if (method.value === 'white' && first) return { method: 'white', area: first, grey: grey.value }
    if (method.value === 'two_whites' && first && second) return { method: 'two_whites', first, second }
    if (method.value === 'two_whites' && first) return { method: 'white', area: first, grey: false }
    if (method.value === 'chips' && chips.value.length > 0)
      return { method: 'chips', chips: chips.value.map(({ key, area }) => ({ key, area })) }
    if (method.value === 'chart' && corners.value.length === 4)
      return { method: 'chart', corners: found.value ? null : corners.value }
    return { method: 'none' }
  })

  const marks = computed<Mark[]>(() => [
    ...whites.value.map((area) => ({ area, word: grey.value ? 'grey' : 'white', tone: 'white' as const })),
    ...chips.value.map(({ area, name }) => ({ area, word: name })),
    ...(corners.value.length === 4
      ? [
          {
            area: { shape: 'freehand' as const, points: corners.value },
            word: found.value ? 'card, found' : 'card',
          },
        ]
      : corners.value.map(([x, y], at) => ({
          area: { shape: 'spot' as const, x, y, radius: 8 },
          word: (at + 1).toString(),
        }))),
  ])

  return {
    method,
    grey,
    tin,
    chips,
    corners,
    found,
    finding,
    wrong,
    asks,
    marks,
    lighting,
    choose,
    stop,
    mark,
    pick,
    setGrey,
  }
}
