import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import { useJob } from '../../shared/useJob'
import { useKinds, useShelf } from '../../shared/useShelf'
import { useLookbook } from './useLook'

/** Something that can be laid: a jug, a tin, a generic wax or gilding; `kind` is the material that it is. */
export interface Laid {
  name: string
  hex: string
  group: string
  kind: string
}

/** How something without a colour of its own is shown. */
const CLEAR = '#e9e6dd'

/** What can be laid: the jugs of the job, the tins on the shelf, waxes and gildings; and in which kind of layer. */
export function useLayable() {
  const { job } = useJob()
  const { data: book } = useLookbook()
  const { data: shelf } = useShelf()
  const { data: kinds } = useKinds()

  const colours = computed(() => {
    const found: Record<string, Laid> = {}
    for (const mix of job.value?.mixes ?? [])
      found[`mix:${mix.id.toString()}`] = { name: mix.name, hex: mix.recipe.hex, group: 'jugs', kind: mix.kind }
    for (const tin of shelf.value ?? [])
      found[`pot:${tin.key}`] = { name: tin.name, hex: tin.hex ?? CLEAR, group: 'tins on the shelf', kind: tin.kind }
    const generic = { waxes: book.value?.waxes ?? [], metals: book.value?.metals ?? [] }
    for (const [kind, names] of Object.entries(generic))
      for (const name of names) {
        const hex = book.value?.swatches[name] ?? CLEAR
        found[name] = { name, hex, group: kind === 'metals' ? 'gilding' : kind, kind }
      }
    return found
  })

  /** What can be laid in a kind of layer: the tins and jugs of its kinds, and only those. */
  const offered = (kind: Schemas['LayerKindOut']) =>
    Object.keys(colours.value).filter((key) => {
      const what = colours.value[key]?.kind ?? ''
      return kind.takes.includes(what) || kind.generic === what
    })

  /** What a layer needs that neither stands on the shelf nor is a jug of this job. */
  function missing(kind: Schemas['LayerKindOut']) {
    const titles = kind.takes.map((key) => kinds.value?.find((one) => one.key === key)?.title.toLowerCase() ?? key)
    const needs = titles.length > 3 ? 'a paint or a jug' : titles.join(' or ')
    return `${kind.title} takes ${needs}, and there is none: add a tin on the Shelf, or keep a jug in Mingle.`
  }
  return { book, colours, offered, missing }
}
