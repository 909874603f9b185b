import { onScopeDispose } from 'vue'

/** Run `act` for keys pressed anywhere but in a field, with `chords` also those with Ctrl; it says whether it was its. */
export function useKeys(act: (event: KeyboardEvent) => boolean, { chords = false } = {}) {
  const listen = (event: KeyboardEvent) => {
    const at = event.target as HTMLElement
    const typing = at.matches(
      'input:not([type=range]):not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]',
    )
    if (typing || event.altKey || (!chords && (event.ctrlKey || event.metaKey))) return
    if (act(event)) event.preventDefault()
  }
  window.addEventListener('keydown', listen)
  onScopeDispose(() => {
    window.removeEventListener('keydown', listen)
  })
}
