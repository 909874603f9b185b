import { useKeys } from './useKeys'

/** Ctrl or Cmd with Z takes the last change back, with Shift too it is made again. */
export function useUndoKeys({ undo, redo }: { undo: () => unknown; redo: () => unknown }) {
  useKeys(
    (event) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return false
      if (event.shiftKey) redo()
      else undo()
      return true
    },
    { chords: true },
  )
}
