import { onScopeDispose } from 'vue'

/** Run `close` when Escape is pressed and nothing else took it, as long as this scope lives. */
export function useEscape(close: () => boolean) {
  const listen = (event: KeyboardEvent) => {
    if (event.key !== 'Escape' || event.defaultPrevented) return
    if (close()) event.preventDefault()
  }
  window.addEventListener('keydown', listen)
  onScopeDispose(() => {
    window.removeEventListener('keydown', listen)
  })
}
