import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../api/client'

/** The units in which amounts are said and the tools that they are measured with, as menus take them. */
export function useMeasuring() {
  const { data } = useQuery({
    queryKey: ['measuring'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/measuring')),
  })
  const asOptions = (rows: { key: string; title: string }[] | undefined) =>
    (rows ?? []).map((row) => ({ value: row.key, text: row.title }))
  return {
    units: computed(() => asOptions(data.value?.units)),
    tools: computed(() => asOptions(data.value?.tools)),
    sizes: computed(() => asOptions(data.value?.sizes)),
  }
}
