import { inOwnWords } from './say/marked'
import { computed, type MaybeRefOrGetter, onScopeDispose, ref, type Ref, toValue, watch } from 'vue'
import { useElementSize } from '@vueuse/core'

import { isAway, reach, wordsOf } from '../api/reach'
import type { Schemas } from '../api/client'

/** A picture to ask for: by its address, or by what is sent to it. */
export interface PictureAsk {
  url: string
  body?: unknown
  /** One of many under a moving slider: the newest waits for its turn instead of breaking off the one before. */
  sketch?: boolean
  /** What else the picture depends on. */
  drawn?: unknown
}

/** What a picture of a piece depends on beside what is laid on it. */
export function drawnBy(piece: {
  measures: unknown
  layout: unknown
  changes: unknown
  grounds: unknown
}): unknown {
  return [piece.measures, piece.layout, piece.changes, piece.grounds]
}

/** So many sketches are on their way at once: one is drawn while another is brought and shown. */
const ABREAST = 2

/** Pictures shown lately, by what was asked: a place opened again shows them at once, and asks for nothing. */
const lately = new Map<string, Blob>()
const SO_MANY = 12
/** How often they were forgotten. A picture asked for before a change is not kept after it. */
let changes = 0

/** Forget them: what they were drawn from has changed. */
export function forgetPictures() {
  lately.clear()
  changes += 1
}

function keepPicture(key: string, picture: Blob) {
  lately.delete(key)
  lately.set(key, picture)
  for (const oldest of [...lately.keys()].slice(0, -SO_MANY)) lately.delete(oldest)
}

/** The newest picture asked for, as an object URL; an older answer never covers a newer one. */
export function usePicture(ask: MaybeRefOrGetter<PictureAsk | undefined>) {
  const src = ref<string>()
  const busy = ref(false)
  const wrong = ref('')
  const onTheirWay = new Map<number, AbortController>()
  let asked = 0
  let shown = 0
  let sketching = false
  let waiting: PictureAsk | undefined

  async function load(wanted: PictureAsk): Promise<void> {
    const follows = sketching && wanted.sketch === true
    if (follows && onTheirWay.size >= ABREAST) {
      waiting = wanted
      return
    }
    if (!follows) breakOff()
    waiting = undefined
    sketching = wanted.sketch === true
    const number = ++asked
    const key = JSON.stringify(wanted)
    const here = lately.get(key)
    if (here) {
      keepPicture(key, here)
      show(here, number)
      return
    }
    const before = changes
    const mine = new AbortController()
    onTheirWay.set(number, mine)
    busy.value = true
    try {
      const response = await reach(wanted.url, {
        signal: mine.signal,
        ...(wanted.body === undefined
          ? {}
          : {
              method: 'POST',
              headers: { 'Content-Type': 'application/json' },
              body: JSON.stringify(wanted.body),
            }),
      })
      if (!response.ok) throw new Error(inOwnWords(((await response.json()) as { detail: string }).detail))
      const picture = await response.blob()
      if (!wanted.sketch && before === changes) keepPicture(key, picture)
      if (number > shown && !mine.signal.aborted) show(picture, number)
    } catch (error) {
      if (!mine.signal.aborted && number > shown)
        wrong.value = wordsOf(error, 'The picture could not be drawn.')
    }
    onTheirWay.delete(number)
    busy.value = onTheirWay.size > 0
    const next = takeWaiting()
    if (next) await load(next)
  }

  function show(picture: Blob, number: number) {
    if (src.value) URL.revokeObjectURL(src.value)
    src.value = URL.createObjectURL(picture)
    shown = number
    wrong.value = ''
  }

  function breakOff() {
    for (const one of onTheirWay.values()) one.abort()
    onTheirWay.clear()
  }

  function takeWaiting() {
    const next = waiting
    waiting = undefined
    return next
  }

  watch(
    [() => JSON.stringify(toValue(ask) ?? null), isAway],
    ([now, away]) => {
      const wanted = JSON.parse(now) as PictureAsk | null
      if (wanted && !away) void load(wanted)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    breakOff()
    if (src.value) URL.revokeObjectURL(src.value)
  })
  /** Draw no more: what is shown stays. */
  function stop() {
    breakOff()
    waiting = undefined
    busy.value = false
  }
  return { src, busy, wrong, stop }
}

/** A size in pixels of the screen. */
export interface Size {
  wide: number
  high: number
}

/** Smaller than this nothing is drawn. [pixels] */
const LEAST = 64

/** The size of an element in pixels of the screen, at most `most` wide and high, even while it is resized. */
export function usePixels(
  element: Ref<HTMLElement | undefined>,
  most = 2000,
): Readonly<Ref<Size | undefined>> {
  const { width, height } = useElementSize(element)
  return computed<Size | undefined>((before) => {
    if (width.value < LEAST || height.value < LEAST) return before
    const scale = Math.min(window.devicePixelRatio, most / Math.max(width.value, height.value))
    const now = { wide: Math.round(width.value * scale), high: Math.round(height.value * scale) }
    return before?.wide === now.wide && before.high === now.high ? before : now
  })
}

type Pictured = Pick<Schemas['PhotoOut'], 'id' | 'turned'>

/** The address of a photo; of a small copy of it where a width is given. A turned one has another address. */
export function pictureOf(photo: Pictured, wide?: 160 | 320 | 640): string {
  const small = wide ? `&wide=${wide.toString()}` : ''
  return `/api/photos/${photo.id.toString()}/picture?turned=${photo.turned.toString()}${small}`
}

/**
 * The photo that shows a piece: the newest that was marked for it, or marked for none; else one of the work before it or
 * after it; else the newest of which no colour was caught, or the newest.
 */
export function photoShowing(
  piece: number | undefined,
  photos: Schemas['PhotoOut'][],
  targets: Schemas['TargetOut'][],
): Schemas['PhotoOut'] | undefined {
  const caught = new Set(targets.map((one) => one.photo_id))
  const newest = photos.toReversed()
  const ways: ((one: Schemas['PhotoOut']) => boolean)[] = [
    (one) => piece !== undefined && one.marks.piece === piece,
    (one) => one.marks.piece == null && one.marks.faces.length > 0,
    (one) => one.stage === 'before' || one.stage === 'after',
    (one) => !caught.has(one.id),
  ]
  return ways.map((way) => newest.find(way)).find((one) => one !== undefined) ?? newest[0]
}
