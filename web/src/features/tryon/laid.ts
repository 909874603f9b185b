/** Something that can be laid: a jug, a pot, a generic wax or gilding; `kind` is the material that it is. */
export interface Laid {
  name: string
  hex: string
  group: string
  kind: string
}
