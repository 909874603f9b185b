import { computed } from 'vue'

import { preferences } from '../../shared/preferences'
import { useShelf } from '../../shared/useShelf'

/** The tins that can be mixed and of which nothing is wished yet. */
export function useFreeTins() {
  const { data: shelf } = useShelf()
  return computed(() => {
    const { use, avoid } = preferences.value
    return (shelf.value ?? []).filter(
      (tin) => tin.mixable && !use.includes(tin.key) && !avoid.includes(tin.key),
    )
  })
}
