import Sortable from 'sortablejs'
import { computed, onScopeDispose, type Ref, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { Layer, Schemas } from '../../api/client'
import { sayWrong } from '../../shared/useNotice'
import { begun, doubled, lastCoatApart, moved } from './layers'
import type { useLayable } from './useLayable'

/** The layers of the look in hand, and the one among them that is worked on. */
export function useLayersInHand(
  layers: Ref<Layer[]>,
  change: (now: Layer[]) => void,
  { book, offered, asMixed, missing }: ReturnType<typeof useLayable>,
) {
  const chosen = ref(0)
  const layer = computed(() => layers.value[chosen.value])
  const kindOf = (one: Layer | undefined): Schemas['LayerKindOut'] | undefined =>
    book.value?.kinds.find((kind) => kind.key === one?.kind)

  function set(one: Layer) {
    change(layers.value.map((before, n) => (n === chosen.value ? one : before)))
  }

  function add(key: string) {
    const kind = book.value?.kinds.find((one) => one.key === key)
    if (!kind) return
    const bare = begun(kind, offered(kind))
    const one = bare && { ...bare, ...asMixed(kind, bare.colours[0] ?? '') }
    if (!one) {
      sayWrong(new Error(missing(kind)))
      return
    }
    change([...layers.value, one])
    chosen.value = layers.value.length - 1
  }

  /** Lay one of a kind on top, told in part: the rest is as its kind is usually laid. */
  function lay(part: Partial<Layer> & { kind: string; colours: string[] }) {
    const kind = book.value?.kinds.find((one) => one.key === part.kind)
    if (!kind) return
    change([...layers.value, { ...kind.usual, ...part }])
    chosen.value = layers.value.length - 1
  }

  function remove() {
    change(layers.value.filter((_, n) => n !== chosen.value))
    chosen.value = Math.max(0, chosen.value - 1)
  }

  function twice() {
    change(doubled(layers.value, chosen.value))
  }

  /** Take the last coat of the layer in hand for itself; it is in hand then. */
  function refine() {
    change(lastCoatApart(layers.value, chosen.value))
    chosen.value += 1
  }

  /** Lay the layer in hand sooner or later. */
  function shift(by: 1 | -1) {
    const now = moved(layers.value, chosen.value, chosen.value + by)
    if (now === layers.value) return
    change(now)
    chosen.value += by
  }

  const offeredNow = computed(() => {
    const kind = kindOf(layer.value)
    return kind ? offered(kind) : []
  })
  /** What wear may go down to. */
  const below = computed(() => [
    'the bare piece',
    ...layers.value
      .slice(0, chosen.value)
      .map((one) => `the ${kindOf(one)?.title.toLowerCase() ?? one.kind}`),
  ])
  return { chosen, layer, set, add, lay, remove, twice, refine, shift, offeredNow, below }
}

/** Which layer's layout is open: it stands in the address, so that the way back leads to the look. */
export function useLaying(layers: Ref<Layer[]>) {
  const route = useRoute()
  const router = useRouter()
  const laying = computed(() => {
    const at = Number(route.query.layout)
    return route.query.layout === undefined || !Number.isInteger(at) || !layers.value[at] ? undefined : at
  })

  function layOut(at: number) {
    void router.push({ query: { ...route.query, layout: at.toString() } })
  }

  function stop() {
    void router.push({ query: { ...route.query, layout: undefined } })
  }
  return { laying, layOut, stop }
}

/**
 * Lets the items of a list be dragged to another place, by mouse or finger; `move` is told from where to where.
 *
 * The list itself is left as it was: whoever keeps the order draws it anew. Keys are the list's own affair.
 */
export function useSorted(
  list: Ref<HTMLElement | undefined>,
  item: string,
  move: (from: number, to: number) => void,
) {
  let sorted: Sortable | undefined
  watch(list, (element) => {
    sorted?.destroy()
    sorted =
      element && Sortable.create(element, { draggable: item, delay: 150, delayOnTouchOnly: true, onEnd })
  })
  onScopeDispose(() => sorted?.destroy())

  function onEnd({
    item: dragged,
    from,
    oldDraggableIndex: old,
    newDraggableIndex: now,
  }: Sortable.SortableEvent) {
    if (old === undefined || now === undefined || old === now) return
    const others = [...from.querySelectorAll(item)].filter((one) => one !== dragged)
    from.insertBefore(dragged, others[old] ?? others.at(-1)?.nextSibling ?? null)
    move(old, now)
  }
}
