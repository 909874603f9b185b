import { computed, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { Layer } from '../../api/client'

/** Which layer's layout is open: it stands in the address, so that the way back leads to the look. */
export function useLaying(layers: Ref<Layer[]>) {
  const route = useRoute()
  const router = useRouter()
  const laying = computed(() => {
    const at = Number(route.query.layout)
    return route.query.layout === undefined || !Number.isInteger(at) || !layers.value[at] ? undefined : at
  })

  function layOut(at: number) {
    void router.push({ query: { ...route.query, layout: at.toString() } })
  }

  function stop() {
    void router.push({ query: { ...route.query, layout: undefined } })
  }
  return { laying, layOut, stop }
}
