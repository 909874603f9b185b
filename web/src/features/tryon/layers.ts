import type { Layer, Schemas } from '../../api/client'

type Kind = Schemas['LayerKindOut']

/** Layers with one of them laid sooner or later; as they were where it cannot go there. */
export function moved(layers: Layer[], from: number, to: number): Layer[] {
  const one = layers[from]
  if (!one || to < 0 || to >= layers.length || from === to) return layers
  const rest = layers.filter((_, n) => n !== from)
  return [...rest.slice(0, to), one, ...rest.slice(to)]
}

/** Layers with a part of one changed. */
export function changed(layers: Layer[], at: number, part: Partial<Layer>): Layer[] {
  return layers.map((layer, n) => (n === at ? { ...layer, ...part } : layer))
}

/** Layers with one of them laid twice, one over the other. */
export function doubled(layers: Layer[], at: number): Layer[] {
  const one = layers[at]
  return one ? [...layers.slice(0, at + 1), { ...one }, ...layers.slice(at + 1)] : layers
}

/** Layers with the last coat of one laid as a layer of its own, which can be moved while those below stay. */
export function lastCoatApart(layers: Layer[], at: number): Layer[] {
  const one = layers[at]
  if (!one) return layers
  return doubled(changed(layers, at, { coats: Math.max(1, one.coats - 1) }), at).map((layer, n) =>
    n === at + 1 ? { ...layer, coats: 1 } : layer,
  )
}

/** A layer of a kind as it is usually laid, with what is at hand; nothing where it needs a colour that is not. */
export function begun(kind: Kind, offered: string[]): Layer | undefined {
  const fits = kind.begins_with ? [kind.begins_with] : offered
  if (kind.least > 0 && fits.length === 0) return undefined
  const colours = Array.from({ length: kind.least }, (_, n) => fits[Math.min(n, fits.length - 1)] ?? '')
  return { ...kind.usual, colours }
}

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
