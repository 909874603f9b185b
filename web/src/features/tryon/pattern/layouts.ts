import type { Layer, Schemas } from '../../../api/client'
import { drawn } from '../../../shared/say/numbers'

export type Layout = Schemas['LayoutIn']
export type Laid = Schemas['LayoutOut']
export type Position = Schemas['PositionOut']

/** The window of a motif's outlines, which are in thousandths of its width. */
export const boxOf = (motif: { width: number; height: number }) =>
  `0 0 1000 ${drawn((1000 * motif.height) / motif.width)}`

/** Kinds of layer that are printed or woven, and cut from sheets; a stencil is laid again and again. */
export const isCutFromSheets = (kind: string | undefined) =>
  ['transfer', 'paper', 'collage', 'lined'].includes(kind ?? '')

/** A layout that stands somewhere else by so much. [m] */
export function shifted(layout: Layout, by: { x: number; y: number }): Layout {
  const round = (value: number) => Math.round(value * 1e4) / 1e4
  return { ...layout, shift_x: round(layout.shift_x + by.x), shift_y: round(layout.shift_y + by.y) }
}

/** A layout with one of its motifs moved by so much. [m] */
export function moved(layout: Layout, at: number, by: { x: number; y: number }): Layout {
  return changedSingle(layout, at, (one) => ({ ...one, x: one.x + by.x, y: one.y + by.y }))
}

export function changedSingle(
  layout: Layout,
  at: number,
  change: (one: Schemas['SingleIn']) => Schemas['SingleIn'],
): Layout {
  return { ...layout, singles: layout.singles.map((one, n) => (n === at ? change(one) : one)) }
}

/** Every motif of a layout put by hand, where it lies now. */
export function byHand(laid: Laid): Layout {
  const { layout } = laid
  return {
    ...layout,
    singles: laid.positions.map((one, n) => ({
      part: one.parts[0] ?? '',
      x: one.part_x,
      y: one.part_y,
      turn: layout.turn,
      size: 1,
      mirrored: one.way_up.includes('mirrored'),
      text: layout.texts[n] ?? '',
      pinned: true,
    })),
  }
}

/** Layers with another layout of one of them. */
export function withLayout(layers: Layer[], at: number, layout: Layout): Layer[] {
  return layers.map((one, n) => (n === at ? { ...one, layout } : one))
}
