import type { Schemas } from '../api/client'

type Pictured = Pick<Schemas['PhotoOut'], 'id' | 'turned'>

/** The address of a photo; of a small copy of it where a width is given. A turned one has another address. */
export function pictureOf(photo: Pictured, wide?: 160 | 320 | 640): string {
  const small = wide ? `&wide=${wide.toString()}` : ''
  return `/api/photos/${photo.id.toString()}/picture?turned=${photo.turned.toString()}${small}`
}

/**
 * The photo that shows a piece: the newest that was marked for it, or marked for none; else one of the work before it or
 * after it; else the newest of which no colour was caught, or the newest.
 */
export function photoShowing(
  piece: number | undefined,
  photos: Schemas['PhotoOut'][],
  targets: Schemas['TargetOut'][],
): Schemas['PhotoOut'] | undefined {
  const caught = new Set(targets.map((one) => one.photo_id))
  const newest = photos.toReversed()
  const ways: ((one: Schemas['PhotoOut']) => boolean)[] = [
    (one) => piece !== undefined && one.marks.piece === piece,
    (one) => one.marks.piece == null && one.marks.faces.length > 0,
    (one) => one.stage === 'before' || one.stage === 'after',
    (one) => !caught.has(one.id),
  ]
  return ways.map((way) => newest.find(way)).find((one) => one !== undefined) ?? newest[0]
}
