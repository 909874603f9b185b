import { useEventListener } from '@vueuse/core'

const FIELDS = 'input:not([type=range]):not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]'

/** Run `act` for keys pressed anywhere but in a field, with `chords` also those with Ctrl; it says whether it was its. */
export function useKeys(act: (event: KeyboardEvent) => boolean, { chords = false } = {}) {
  useEventListener(window, 'keydown', (event) => {
    const typing = event.target instanceof Element && event.target.matches(FIELDS)
    if (typing || event.altKey || (!chords && (event.ctrlKey || event.metaKey))) return
    if (act(event)) event.preventDefault()
  })
}
