import { onKeyStroke, useEventListener } from '@vueuse/core'

import { preferences } from './preferences'

/** What is typed into, moved or pressed: there a letter is never a command. */
const CONTROLS =
  'input, textarea, select, button, summary, [contenteditable], [role=slider], [role=menuitem], [role=option], [role=tab]'
const FIELDS =
  'input:not([type=range]):not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]'

/**
 * Run `act` for keys pressed anywhere but in a field, with `chords` also those with Ctrl; it says whether it was its.
 * Single letters, digits and signs do nothing where the settings say so, nor from a slider, a field or a button.
 */
export function useKeys(act: (event: KeyboardEvent) => boolean, { chords = false } = {}) {
  useEventListener(window, 'keydown', (event) => {
    const typing = event.target instanceof Element && event.target.matches(FIELDS)
    if (typing || event.altKey || (!chords && (event.ctrlKey || event.metaKey))) return
    const single = event.key.length === 1 && event.key !== ' ' && !event.ctrlKey && !event.metaKey
    const control = event.target instanceof Element ? event.target.closest(CONTROLS) : null
    // Where the whole screen is one button, as on the bench, its keys stay.
    const pressed = control !== null && !control.matches('[data-whole-screen]')
    if (single && (pressed || !preferences.value.keys)) return
    if (act(event)) event.preventDefault()
  })
}

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

/** Run `close` when Escape is pressed and nothing else took it, as long as this scope lives. */
export function useEscape(close: () => boolean) {
  onKeyStroke('Escape', (event) => {
    if (!event.defaultPrevented && close()) event.preventDefault()
  })
}

/** Every key that does something by itself, and where. */
export const KEYS = [
  { keys: '1 … 6', words: 'to the places of the work, in their order' },
  { keys: 'S', words: 'to the shelf' },
  { keys: 'J', words: 'to all jobs; there, words find one and Enter takes it' },
  { keys: ',', words: 'to these settings' },
  { keys: 'L', words: 'the next light' },
  { keys: 'W', words: 'in Mingle over a ground, while it is held: wet' },
  {
    keys: 'Ctrl Z',
    words:
      'in Try on: undo a change of the look, with Shift make it again; elsewhere: undo what the message at the foot says',
  },
  { keys: 'Space', words: 'on the bench: this pour is in' },
  { keys: 'U', words: 'on the bench: the last pour is taken back' },
  { keys: 'Esc', words: 'closes what is open; on the bench it pauses' },
]
