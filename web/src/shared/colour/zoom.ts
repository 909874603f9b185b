import type { Point } from './areas'

/** How a photo lies in its view: how much larger than it, and shifted by so many pixels of it. */
export interface View {
  zoom: number
  shift: Point
}

/** The view of a photo that just fills it. */
export const WHOLE: View = { zoom: 1, shift: { x: 0, y: 0 } }

const LARGEST = 12

interface Box {
  width: number
  height: number
}

const clamp = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high)

/** A view shifted to a place, never past the photo's edges. */
export function shifted(to: Point, zoom: number, box: Box): View {
  return {
    zoom,
    shift: { x: clamp(to.x, box.width * (1 - zoom), 0), y: clamp(to.y, box.height * (1 - zoom), 0) },
  }
}

/** A view zoomed about a place of it, its middle where none is named. */
export function zoomed(view: View, wanted: number, box: Box, about?: Point): View {
  const zoom = clamp(wanted, 1, LARGEST)
  const at = about ?? { x: box.width / 2, y: box.height / 2 }
  const grown = zoom / view.zoom
  return shifted(
    { x: at.x - (at.x - view.shift.x) * grown, y: at.y - (at.y - view.shift.y) * grown },
    zoom,
    box,
  )
}

/** The place on a photo of a size that is seen at a place of the view. */
export function onPhoto(view: View, at: Point, box: Box, size: Box): Point {
  return {
    x: clamp(((at.x - view.shift.x) / (box.width * view.zoom)) * size.width, 0, size.width - 1),
    y: clamp(((at.y - view.shift.y) / (box.height * view.zoom)) * size.height, 0, size.height - 1),
  }
}
