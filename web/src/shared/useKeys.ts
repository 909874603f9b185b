import { onScopeDispose } from 'vue'

/** Run `act` for keys pressed anywhere but in a field; it says whether the key was for it. */
export function useKeys(act: (event: KeyboardEvent) => boolean) {
  const listen = (event: KeyboardEvent) => {
    const at = event.target as HTMLElement
    const typing = at.matches('input:not([type=range]):not([type=radio]), textarea, select, [contenteditable]')
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return
    if (act(event)) event.preventDefault()
  }
  window.addEventListener('keydown', listen)
  onScopeDispose(() => {
    window.removeEventListener('keydown', listen)
  })
}
