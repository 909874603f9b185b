import { onScopeDispose, type Ref, ref, watch } from 'vue'

/** The size of an element in pixels of the screen, at most `most` wide and high, even while it is resized. */
export function usePixels(element: Ref<HTMLElement | undefined>, most = 2000) {
  const size = ref<{ wide: number; high: number }>()
  const observer = new ResizeObserver(([entry]) => {
    if (!entry) return
    const { width, height } = entry.contentRect
    const scale = Math.min(window.devicePixelRatio, most / Math.max(width, height, 1))
    if (width >= 64 && height >= 64) size.value = { wide: Math.round(width * scale), high: Math.round(height * scale) }
  })
  watch(element, (now, before) => {
    if (before) observer.unobserve(before)
    if (now) observer.observe(now)
  })
  onScopeDispose(() => {
    observer.disconnect()
  })
  return size
}
