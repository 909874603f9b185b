import { useElementSize } from '@vueuse/core'
import { computed, type Ref } from 'vue'

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
