import type { Schemas } from '../../api/client'
import { sayLength } from '../../shared/say/lengths'

export type Change = Schemas['PartChange']
export type Part = Schemas['PartOut']

/** A change of a piece, with what is not said of it left plain. */
export function changeOf(part: Partial<Change> & Pick<Change, 'act' | 'part'>): Change {
  return { ours: true, name: '', by: 0, kind: '', ...part }
}

/** A key that no part has yet: shelf 3. */
export function freeKey(kind: string, parts: Part[], changes: Change[]): string {
  const taken = new Set([...parts.map((one) => one.key), ...changes.map((one) => one.part)])
  for (let n = 1; ; n += 1) {
    const key = `added ${kind} ${n.toString()}`
    if (!taken.has(key)) return key
  }
}

/** What was done, in a painter's words. */
export function sayChange(change: Change): string {
  if (change.act === 'remove') return `${change.part} taken off`
  if (change.act === 'cut') return `${change.part} cut by ${sayLength(change.by)}`
  if (change.act === 'add') return `${change.name || change.part} put on`
  if (change.act === 'group')
    return change.name ? `${change.part} in “${change.name}”` : `${change.part} in no group`
  if (change.act === 'name') return `${change.part} called ${change.name}`
  return `${change.part} made otherwise`
}

/** How large what was put on is, and where; `at` counts through its size and its place. */
export const PLACES = [
  { key: 'w', title: 'Width', at: 0 },
  { key: 'h', title: 'Height', at: 1 },
  { key: 'd', title: 'Depth', at: 2 },
  { key: 'x', title: 'From the left', at: 3 },
  { key: 'y', title: 'From the top', at: 4 },
  { key: 'z', title: 'From the front', at: 5 },
] as const

/** Kinds of parts that are solids of their own, so that they can be cut. */
export const CUT = ['leg', 'plinth', 'rail', 'slat', 'top', 'seat', 'leaf', 'shelf', 'moulding', 'carcass']

type PieceChange = Partial<Schemas['PieceChangeIn']>
const SAID = ['uses', 'age', 'count', 'belongs'] as const

/** What brings back what a change of a piece takes away; its name has an undo of its own. */
export function undoing(piece: Schemas['PieceOut'], change: PieceChange): PieceChange {
  const was: Record<string, unknown> = { ...piece.measures, layout: piece.layout, changes: piece.changes }
  const back: Record<string, unknown> = {}
  if (change.measures)
    back.measures = Object.fromEntries(Object.keys(change.measures).map((key) => [key, was[key] ?? null]))
  if (change.grounds)
    back.grounds = Object.fromEntries(
      Object.keys(change.grounds).map((face) => [face, piece.grounds[face] ?? piece.grounds[''] ?? 'oak']),
    )
  for (const key of SAID) if (change[key] !== undefined) back[key] = piece[key]
  return back
}
