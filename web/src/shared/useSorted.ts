import Sortable from 'sortablejs'
import { onScopeDispose, type Ref, watch } from 'vue'

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
