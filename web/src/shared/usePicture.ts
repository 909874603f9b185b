import { type MaybeRefOrGetter, onScopeDispose, ref, toValue, watch } from 'vue'

import { isAway, reach, wordsOf } from '../api/reach'

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
      if (!response.ok) throw new Error(((await response.json()) as { detail: string }).detail)
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
