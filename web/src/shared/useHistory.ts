import { useManualRefHistory } from '@vueuse/core'
import { computed, type Ref } from 'vue'

/** Changes that follow one another faster than this are one: a drag, however many steps it went through. [ms] */
const ONE_CHANGE = 700

/** A value that is changed step by step, each step undone and redone. */
export function useHistory<T>(value: Ref<T>) {
  const dump = (now: T) => JSON.stringify(now)
  const parse = (text: string | undefined) => (text === undefined ? undefined : JSON.parse(text)) as T
  const history = useManualRefHistory<T, string | undefined>(value, { dump, parse })
  let changedAt = 0
  const unsaid = () => dump(value.value) !== history.last.value.snapshot

  /** Put a new value in place of the old one. */
  function change(now: T) {
    if (Date.now() - changedAt > ONE_CHANGE && unsaid()) history.commit()
    changedAt = Date.now()
    value.value = now
  }

  /** Go a step back or forth; whether there was one. */
  function step(turn: 'undo' | 'redo', possible: Ref<boolean>) {
    if (turn === 'undo' && unsaid()) history.commit()
    if (!possible.value) return false
    changedAt = 0
    history[turn]()
    return true
  }

  /** Begin anew from another value: nothing that came before is undone. */
  function restart(now: T) {
    value.value = now
    history.commit()
    history.clear()
    changedAt = 0
  }

  /** What can be undone and redone, to go on with it later. */
  function steps() {
    if (unsaid()) history.commit()
    return { undo: history.undoStack.value, redo: history.redoStack.value, last: history.last.value }
  }

  /** Go on with steps that were taken before; whether they led to the value that is here. */
  function resume(before: ReturnType<typeof steps>) {
    if (before.last.snapshot !== dump(value.value)) return false
    history.undoStack.value = before.undo
    history.redoStack.value = before.redo
    history.last.value = before.last
    return true
  }

  const canUndo = computed(() => history.canUndo.value || unsaid())
  return {
    change,
    restart,
    steps,
    resume,
    undo: () => step('undo', canUndo),
    redo: () => !unsaid() && step('redo', history.canRedo),
    canUndo,
    canRedo: computed(() => history.canRedo.value && !unsaid()),
  }
}
