import type { Schemas } from '../api/client'

type Pictured = Pick<Schemas['PhotoOut'], 'id' | 'turned'>

/** The address of a photo; of a small copy of it where a width is given. A turned one has another address. */
export function pictureOf(photo: Pictured, wide?: 160 | 320 | 640): string {
  const small = wide ? `&wide=${wide.toString()}` : ''
  return `/api/photos/${photo.id.toString()}/picture?turned=${photo.turned.toString()}${small}`
}
