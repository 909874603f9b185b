import type { Schemas } from '../../api/client'

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
  if (change.act === 'cut') return `${change.part} cut by ${(Math.round(change.by * 1000) / 10).toString()} cm`
  if (change.act === 'add') return `${change.name || change.part} put on`
  if (change.act === 'name') return `${change.part} called ${change.name}`
  return `${change.part} made otherwise`
}

/** Kinds of parts that are solids of their own, so that they can be cut. */
export const CUT = ['leg', 'plinth', 'rail', 'slat', 'top', 'seat', 'leaf', 'shelf', 'moulding', 'carcass']
