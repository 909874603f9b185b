import { onKeyStroke } from '@vueuse/core'

/** Run `close` when Escape is pressed and nothing else took it, as long as this scope lives. */
export function useEscape(close: () => boolean) {
  onKeyStroke('Escape', (event) => {
    if (!event.defaultPrevented && close()) event.preventDefault()
  })
}
