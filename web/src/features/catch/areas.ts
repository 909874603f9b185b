import type { Schemas } from '../../api/client'

export type Area = Schemas['SpotIn'] | Schemas['BoxIn']

export interface Point {
  x: number
  y: number
}

/** Pixels of the photo that a tap stands for. */
export const TAP_RADIUS = 8

/** A tap, or a box when the pointer went further than a tap's own size. */
export function areaBetween(from: Point, to: Point): Area {
  const far = Math.max(Math.abs(from.x - to.x), Math.abs(from.y - to.y)) > 2 * TAP_RADIUS
  if (!far) return { shape: 'spot', x: from.x, y: from.y, radius: TAP_RADIUS }
  return {
    shape: 'box',
    left: Math.min(from.x, to.x),
    top: Math.min(from.y, to.y),
    right: Math.max(from.x, to.x),
    bottom: Math.max(from.y, to.y),
  }
}

/** The rectangle that an area covers, in shares of the photo, for drawing it. */
export function frameOf(area: Area, width: number, height: number) {
  const box =
    area.shape === 'box'
      ? area
      : {
          left: area.x - area.radius,
          right: area.x + area.radius,
          top: area.y - area.radius,
          bottom: area.y + area.radius,
        }
  return {
    left: `${((box.left / width) * 100).toFixed(3)}%`,
    top: `${((box.top / height) * 100).toFixed(3)}%`,
    width: `${(((box.right - box.left) / width) * 100).toFixed(3)}%`,
    height: `${(((box.bottom - box.top) / height) * 100).toFixed(3)}%`,
  }
}
