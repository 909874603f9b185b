import type { Layer } from '../../api/client'

/** Layers that were changed and are not kept yet, of a piece and the look that it wears. */
interface Draft {
  look: number | undefined
  layers: Layer[]
}

const nameOf = (piece: number) => `layers of piece ${piece.toString()}`

/** Note layers until they are kept: a reload at any moment finds them. */
export function noteDraft(piece: number, draft: Draft) {
  sessionStorage.setItem(nameOf(piece), JSON.stringify(draft))
}

/** Forget layers that are kept now, unless they were changed since. */
export function forgetDraft(piece: number, kept: Layer[]) {
  const draft = read(piece)
  if (draft && JSON.stringify(draft.layers) === JSON.stringify(kept)) dropDraft(piece)
}

/** The layers that were not kept when the page was left, where they are of the look that the piece wears. */
export function draftOf(piece: number, look: number | undefined): Layer[] | undefined {
  const draft = read(piece)
  // A look that was being made when the page was left is the one that is worn now.
  if (draft && (draft.look === undefined || draft.look === look)) return draft.layers
  dropDraft(piece)
  return undefined
}

/** Forget layers in favour of what stands elsewhere. */
export function dropDraft(piece: number) {
  sessionStorage.removeItem(nameOf(piece))
}

function read(piece: number): Draft | undefined {
  const text = sessionStorage.getItem(nameOf(piece))
  return text === null ? undefined : (JSON.parse(text) as Draft)
}
