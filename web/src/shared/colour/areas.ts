import { drawn } from '../say/numbers'
import type { Area } from '../../api/client'

export interface Point {
  x: number
  y: number
}

/** Something marked on a photo, with the word that is shown at it. */
export interface Mark {
  area: Area
  word: string
  tone?: 'white' | 'wrong'
}

/** Pixels of the photo that a tap stands for. */
export const TAP_RADIUS = 8

/** A tap, or a box when the pointer went further than a tap's own size. */
export function areaBetween(from: Point, to: Point): Area {
  const far = Math.max(Math.abs(from.x - to.x), Math.abs(from.y - to.y)) > 2 * TAP_RADIUS
  if (!far) return spotAt(from)
  return {
    shape: 'box',
    left: Math.min(from.x, to.x),
    top: Math.min(from.y, to.y),
    right: Math.max(from.x, to.x),
    bottom: Math.max(from.y, to.y),
  }
}

export function spotAt(at: Point): Area {
  return { shape: 'spot', x: at.x, y: at.y, radius: TAP_RADIUS }
}

/** The patch inside a drawn line; a line that hardly moved is a tap. */
export function areaInside(line: Point[]): Area {
  const [first] = line
  const last = line.at(-1)
  if (!first || !last) return spotAt({ x: 0, y: 0 })
  const wide = Math.max(...line.map((p) => p.x)) - Math.min(...line.map((p) => p.x))
  const high = Math.max(...line.map((p) => p.y)) - Math.min(...line.map((p) => p.y))
  if (Math.max(wide, high) < 2 * TAP_RADIUS || line.length < 3) return areaBetween(first, last)
  const every = Math.ceil(line.length / 400)
  return { shape: 'freehand', points: line.filter((_, at) => at % every === 0).map((p) => [p.x, p.y]) }
}

/** Where an area is pointed at. */
export function middleOf(area: Area): Point {
  if (area.shape === 'spot') return { x: area.x, y: area.y }
  const { left, right, top, bottom } = boundsOf(area)
  return { x: (left + right) / 2, y: (top + bottom) / 2 }
}

function boundsOf(area: Area) {
  if (area.shape === 'box') return area
  if (area.shape === 'freehand') {
    const xs = area.points.map(([x]) => x)
    const ys = area.points.map(([, y]) => y)
    return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
  }
  const r = area.radius
  return { left: area.x - r, right: area.x + r, top: area.y - r, bottom: area.y + r }
}

/** The rectangle that an area covers, in shares of the photo, for drawing it. */
export function frameOf(area: Area, width: number, height: number) {
  const { left, right, top, bottom } = boundsOf(area)
  const percent = (part: number, whole: number) => `${drawn((part / whole) * 100, 3)}%`
  return {
    left: percent(left, width),
    top: percent(top, height),
    width: percent(right - left, width),
    height: percent(bottom - top, height),
  }
}
