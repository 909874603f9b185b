import { type Ref, ref } from 'vue'

import type { Point } from './areas'
import { shifted, type View, WHOLE, zoomed } from './zoom'

/** Pan and pinch with two fingers, wheel and Shift with the wheel; a single pointer is left to whoever asks. */
export function usePinchZoom(element: Ref<HTMLElement | undefined>) {
  const view = ref<View>(WHOLE)
  const fingers = new Map<number, Point>()
  let spread = 0
  const box = () => element.value?.getBoundingClientRect()

  function zoomTo(wanted: number, about?: Point) {
    const now = box()
    if (now) view.value = zoomed(view.value, wanted, now, about)
  }

  function panBy(x: number, y: number) {
    const now = box()
    const { shift, zoom } = view.value
    if (now) view.value = shifted({ x: shift.x + x, y: shift.y + y }, zoom, now)
  }

  function wheel(event: WheelEvent) {
    const now = box()
    if (!now) return
    if (event.shiftKey) panBy(-event.deltaY, -event.deltaX)
    else
      zoomTo(view.value.zoom * Math.exp(-event.deltaY / 500), {
        x: event.clientX - now.left,
        y: event.clientY - now.top,
      })
  }

  const apart = () => {
    const [a, b] = [...fingers.values()]
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0
  }

  /** A pointer comes down; whether it is the only one. */
  function down(event: PointerEvent) {
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    element.value?.setPointerCapture(event.pointerId)
    spread = apart()
    return fingers.size === 1
  }

  /** A pointer moves; whether that was part of a pinch. */
  function move(event: PointerEvent) {
    const before = fingers.get(event.pointerId)
    if (!before) return false
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    const now = box()
    const [a, b] = [...fingers.values()]
    if (!a || !b || !now) return false
    zoomTo((view.value.zoom * apart()) / spread, {
      x: (a.x + b.x) / 2 - now.left,
      y: (a.y + b.y) / 2 - now.top,
    })
    panBy((event.clientX - before.x) / 2, (event.clientY - before.y) / 2)
    spread = apart()
    return true
  }

  /** A pointer is lifted; whether it was the only one. */
  function up(event: PointerEvent) {
    const alone = fingers.size === 1
    fingers.delete(event.pointerId)
    return alone
  }

  function reset() {
    view.value = WHOLE
  }
  return { view, zoomTo, wheel, down, move, up, reset, pinching: () => fingers.size > 1 }
}
