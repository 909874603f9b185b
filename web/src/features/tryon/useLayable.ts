import { computed } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { useJob } from '../../shared/useJob'
import { useKinds, useShelf } from '../../shared/useShelf'
import { useLookbook } from './useLook'

/** Something that can be laid: a jug, a tin, a generic wax or gilding; `kind` is the material that it is. */
export interface Laid {
  name: string
  hex: string
  group: string
  kind: string
  /** Of a jug that is seen through: how it is laid. */
  laid?: Schemas['MixOut']['laid']
}

/** The kind of layer that a see-through jug was mixed for. */
const LAYER_OF: Record<string, string> = {
  stain: 'stain',
  paint_stain: 'stain',
  wash: 'wash',
  glaze: 'glaze',
  ready_glaze: 'glaze',
  wax: 'wax',
  tinted_wax: 'wax',
  tinted_oil: 'oil',
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
      found[`mix:${mix.id.toString()}`] = {
        name: mix.name,
        hex: mix.recipe.hex,
        group: 'jugs',
        kind: mix.kind,
        laid: mix.laid ?? null,
      }
    for (const tin of shelf.value ?? [])
      found[`pot:${tin.key}`] = {
        name: tin.name,
        hex: tin.hex ?? CLEAR,
        group: 'tins on the shelf',
        kind: tin.kind,
      }
    const generic = { waxes: book.value?.waxes ?? [], metals: book.value?.metals ?? [] }
    for (const [kind, names] of Object.entries(generic))
      for (const name of names) {
        const hex = book.value?.swatches[name] ?? CLEAR
        found[name] = { name, hex, group: kind === 'metals' ? 'gilding' : kind, kind }
      }
    return found
  })

  /** How well something suits a kind of layer: a jug mixed for it best, then a stain in a stain, then the others. */
  function rank(kind: Schemas['LayerKindOut'], key: string) {
    const what = colours.value[key]
    if (what?.laid) return LAYER_OF[what.laid.kind] === kind.key ? 0 : 3
    return kind.key === 'stain' && !what?.kind.endsWith('stain') ? 2 : 1
  }

  /** What can be laid in a kind of layer: the tins and jugs of its kinds, and only those, what suits it best first. */
  const offered = (kind: Schemas['LayerKindOut']) =>
    Object.keys(colours.value)
      .filter((key) => {
        const what = colours.value[key]
        const mixedFor = what?.laid ? LAYER_OF[what.laid.kind] === kind.key : false
        return mixedFor || kind.takes.includes(what?.kind ?? '') || kind.generic === what?.kind
      })
      .sort((a, b) => rank(kind, a) - rank(kind, b))

  /** How a jug is laid that was mixed for a kind of layer; its water is in the jug already. */
  function asMixed(kind: Schemas['LayerKindOut'], key: string): Partial<Layer> {
    const laid = colours.value[key]?.laid
    if (!laid || LAYER_OF[laid.kind] !== kind.key) return {}
    return {
      coats: laid.coats,
      wipe: laid.wipe,
      dwell: Math.max(0.5, laid.wait),
      water: 0,
      place: 'everywhere',
    }
  }

  /** What a layer needs that neither stands on the shelf nor is a jug of this job. */
  function missing(kind: Schemas['LayerKindOut']) {
    const titles = kind.takes.map(
      (key) => kinds.value?.find((one) => one.key === key)?.title.toLowerCase() ?? key,
    )
    const needs = titles.length > 3 ? 'a paint or a jug' : titles.join(' or ')
    return `${kind.title} takes ${needs}, and there is none: add a tin on the Shelf, or keep a jug in Mingle.`
  }
  return { book, colours, offered, asMixed, missing }
}
