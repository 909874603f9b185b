import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../api/client'
import { preferences } from './preferences'

/** Every pot on the shelf, as it looks in the light chosen. */
export function useShelf() {
  return useQuery({
    queryKey: computed(() => ['shelf', preferences.value.light]),
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.GET('/api/shelf', { params: { query: { light: preferences.value.light } } })),
  })
}

/** The kinds of material. */
export function useKinds() {
  return useQuery({
    queryKey: ['kinds'],
    queryFn: async () => unwrap(await api.GET('/api/shelf/kinds')),
    staleTime: Infinity,
  })
}

/** Look at everything again that depends on what stands on the shelf. */
export function useShelfChanged() {
  const queries = useQueryClient()
  return async () => {
    await Promise.all(['shelf', 'pot', 'recipes', 'job'].map((key) => queries.invalidateQueries({ queryKey: [key] })))
  }
}
