import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

export type FoundThing = Schemas['FoundOut']

export const KINDS: { value: FoundThing['kind'] | ''; text: string }[] = [
  { value: '', text: 'anything' },
  { value: 'colour', text: 'colours' },
  { value: 'jug', text: 'jugs' },
  { value: 'look', text: 'looks' },
  { value: 'preparation', text: 'preparations' },
  { value: 'strip', text: 'strips and offcuts' },
  { value: 'plan', text: 'plans' },
  { value: 'entry', text: 'what I wrote down' },
  { value: 'photo', text: 'photos' },
  { value: 'piece', text: 'pieces' },
  { value: 'job', text: 'jobs' },
]

/** Anything of the past, by words, by colour, by date, over all jobs. */
export function useFind() {
  const words = ref('')
  const colour = ref('')
  const since = ref('')
  const until = ref('')
  const kind = ref<FoundThing['kind'] | ''>('')
  const settled = refDebounced(
    computed(() => ({
      words: words.value.trim(),
      colour: colour.value.trim(),
      since: since.value || undefined,
      until: until.value || undefined,
      kind: kind.value ? [kind.value] : undefined,
    })),
    120,
  )
  const asks = computed(() => Object.values(settled.value).some(Boolean))
  const { data, error } = useQuery({
    queryKey: computed(() => ['find', settled.value, preferences.value.light]),
    enabled: asks,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/find', {
          params: { query: { ...settled.value, light: preferences.value.light } },
        }),
      ),
  })
  return {
    words,
    colour,
    since,
    until,
    kind,
    asks,
    error,
    found: computed(() => (asks.value ? data.value : undefined)),
  }
}

/** Every mix there was, of this job and of others. */
export function usePast() {
  return useQuery({
    queryKey: computed(() => ['shelf', 'past', preferences.value.light]),
    queryFn: async () =>
      unwrap(await api.GET('/api/past-mixes', { params: { query: { light: preferences.value.light } } })),
  })
}
