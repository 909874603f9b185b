import { type MaybeRefOrGetter, onScopeDispose, ref, toValue, watch } from 'vue'

/** The newest picture at `url` as an object URL; an older answer never covers a newer one. */
export function usePicture(url: MaybeRefOrGetter<string | undefined>) {
  const src = ref<string>()
  const busy = ref(false)
  const wrong = ref('')
  let running: AbortController | undefined

  async function load(address: string) {
    running?.abort()
    const mine = new AbortController()
    running = mine
    busy.value = true
    try {
      const response = await fetch(address, { signal: mine.signal })
      if (!response.ok) throw new Error(((await response.json()) as { detail: string }).detail)
      const picture = URL.createObjectURL(await response.blob())
      if (src.value) URL.revokeObjectURL(src.value)
      src.value = picture
      wrong.value = ''
    } catch (error) {
      if (!mine.signal.aborted) wrong.value = error instanceof Error ? error.message : 'The picture could not be drawn.'
    } finally {
      if (running === mine) busy.value = false
    }
  }

  watch(
    () => toValue(url),
    (address) => {
      if (address) void load(address)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    running?.abort()
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, busy, wrong }
}
