import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../api/client'

const known = ref<Schemas['MeasuringOut']>()
/** The units, sizes and tools there are, as the program has them; nothing until it has said so. */
export const measures = computed(() => known.value)

/** Note what the program said that there is. */
export function learnMeasures(now: Schemas['MeasuringOut'] | undefined) {
  known.value = now
}

/** Of the units that a size is said in, the one that amounts are said in; of spoons their cups. */
const CUPS: Partial<Record<string, string>> = { spoons: 'cup', metric_spoons: 'metric_cup' }
export const sizeOf = (unit: string) =>
  known.value?.sizes.find(({ key }) => key === (CUPS[unit] ?? unit))?.key ?? 'ml'

/** The units in which amounts are said and the tools that they are measured with, as menus take them. */
export function useMeasuring() {
  const { data } = useQuery({
    queryKey: ['measuring'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/measuring')),
  })
  watch(
    data,
    (now) => {
      learnMeasures(now as Schemas['MeasuringOut'] | undefined) // pairs are pairs
    },
    { immediate: true },
  )
  const asOptions = (rows: { key: string; title: string }[] | undefined) =>
    (rows ?? []).map((row) => ({ value: row.key, text: row.title }))
  /** An amount in a size, as it is typed. */
  function inSize(ml: number, size: string): string {
    const one = data.value?.sizes.find(({ key }) => key === size)?.ml ?? 1
    return Number((ml / one).toPrecision(3)).toString()
  }
  return {
    inSize,
    known: computed(() => data.value !== undefined),
    units: computed(() => asOptions(data.value?.units)),
    tools: computed(() => asOptions(data.value?.tools)),
    sizes: computed(() => asOptions(data.value?.sizes)),
  }
}
