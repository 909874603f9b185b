import { useMediaQuery } from '@vueuse/core'

/** Whether the window is as narrow as a phone, or is made so by zooming in. */
export const useNarrow = () => useMediaQuery('(max-width: 860px)')
