import type { Schemas } from '../../api/client'

export type Face = Schemas['FaceIn']
export type Corner = [number, number]

export const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left']

interface Size {
  width: number
  height: number
}

/** A corner close to one that is marked already becomes the same: faces share their edges. */
export function snapped(point: Corner, faces: Face[], photo: Size): Corner {
  const near = photo.width * 0.012
  const marked = faces.flatMap((face) => face.corners)
  return marked.find((other) => Math.hypot(other[0] - point[0], other[1] - point[1]) < near) ?? point
}

/** Faces with one more, as wide and of the same zone as the one before it. */
export function withFace(faces: Face[], corners: Corner[]): Face[] {
  const last = faces.at(-1)
  return [...faces, { corners, zone: last?.zone ?? 'front', width: last?.width ?? 0.5, known: false }]
}

/** Faces with a part of one changed. */
export function changedFace(faces: Face[], at: number, part: Partial<Face>): Face[] {
  return faces.map((face, n) => (n === at ? { ...face, ...part } : face))
}

/** Faces with one corner moved. */
export function movedCorner(
  faces: Face[],
  face: number,
  corner: number,
  to: (from: Corner) => Corner,
): Face[] {
  return changedFace(faces, face, {
    corners: faces[face]?.corners.map((one, n) => (n === corner ? to(one) : one)) ?? [],
  })
}

/** Four corners in the middle of a photo, to be dragged; each face beside the one before it. */
export function inTheMiddle(count: number, { width, height }: Size): Corner[] {
  const off = 0.04 * (count % 6)
  const at = (x: number, y: number): Corner => [(x + off) * width, (y + off) * height]
  return [at(0.3, 0.3), at(0.7, 0.3), at(0.7, 0.7), at(0.3, 0.7)]
}

export const middle = (four: Corner[]): Corner => [
  four.reduce((sum, [x]) => sum + x / 4, 0),
  four.reduce((sum, [, y]) => sum + y / 4, 0),
]
