import type { Schemas } from '../../api/client'

type Change = Partial<Schemas['PieceChangeIn']>
const SAID = ['uses', 'age', 'count', 'belongs'] as const

/** What brings back what a change of a piece takes away; its name has an undo of its own. */
export function undoing(piece: Schemas['PieceOut'], change: Change): Change {
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
