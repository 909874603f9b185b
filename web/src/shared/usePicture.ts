import { type MaybeRefOrGetter, onScopeDispose, ref, toValue, watch } from 'vue'

/** A picture to ask for: by its address, or by what is sent to it. */
export interface PictureAsk {
  url: string
  body?: unknown
  /** One of many under a moving slider: the newest waits for its turn instead of breaking off the one before. */
  sketch?: boolean
  /** What else the picture depends on. */
  drawn?: unknown
}

/** The newest picture asked for, as an object URL; an older answer never covers a newer one. */
export function usePicture(ask: MaybeRefOrGetter<PictureAsk | undefined>) {
  const src = ref<string>()
  const busy = ref(false)
  const wrong = ref('')
  let running: AbortController | undefined
  let waiting: PictureAsk | undefined
  let under: PictureAsk | undefined

  async function load(wanted: PictureAsk): Promise<void> {
    if (busy.value && wanted.sketch && under?.sketch) {
      waiting = wanted
      return
    }
    running?.abort()
    waiting = undefined
    under = wanted
    const mine = new AbortController()
    running = mine
    busy.value = true
    try {
      const response = await fetch(wanted.url, {
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
      const picture = URL.createObjectURL(await response.blob())
      if (src.value) URL.revokeObjectURL(src.value)
      src.value = picture
      wrong.value = ''
    } catch (error) {
      if (!mine.signal.aborted) wrong.value = error instanceof Error ? error.message : 'The picture could not be drawn.'
    }
    if (running !== mine) return
    busy.value = false
    const next = takeWaiting()
    if (next) await load(next)
  }

  function takeWaiting() {
    const next = waiting
    waiting = undefined
    return next
  }

  watch(
    () => JSON.stringify(toValue(ask) ?? null),
    (now) => {
      const wanted = JSON.parse(now) as PictureAsk | null
      if (wanted) void load(wanted)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    running?.abort()
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, busy, wrong }
}
