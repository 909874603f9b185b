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
  /** Of the units that a size is said in, the one that amounts are said in; of spoons their cups. */
  const CUPS: Partial<Record<string, string>> = { spoons: 'cup', metric_spoons: 'metric_cup' }
  const sizeOf = (unit: string) => data.value?.sizes.find(({ key }) => key === (CUPS[unit] ?? unit))?.key ?? 'ml'
  /** An amount in a size, as it is typed. */
  function inSize(ml: number, size: string): string {
    const one = data.value?.sizes.find(({ key }) => key === size)?.ml ?? 1
    return Number((ml / one).toPrecision(3)).toString()
  }
  return {
    sizeOf,
    inSize,
    known: computed(() => data.value !== undefined),
    units: computed(() => asOptions(data.value?.units)),
    tools: computed(() => asOptions(data.value?.tools)),
    sizes: computed(() => asOptions(data.value?.sizes)),
  }
}
