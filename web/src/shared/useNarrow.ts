import { useMediaQuery } from '@vueuse/core'

/** Whether the window is as narrow as a phone, or is made so by zooming in. */
export const useNarrow = () => useMediaQuery('(max-width: 860px)')

/** Whether it is at most as wide as a tablet: what stands side by side at a desk stands below one another. */
export const useCompact = () => useMediaQuery('(max-width: 1100px)')
