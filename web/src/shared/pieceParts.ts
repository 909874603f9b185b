import type { Schemas } from '../api/client'

const OPEN = ['drawer', 'door', 'lid', 'roll']

/** Whether a piece has anything to open. */
export function opens(piece: Schemas['PieceOut']): boolean {
  return piece.parts.some((part) => OPEN.includes(part.kind))
}
