import { useEventListener } from '@vueuse/core'

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
