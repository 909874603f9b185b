import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, onMounted } from 'vue'

import { api, type LightName, unwrap } from '../api/client'
import { preferences } from './preferences'

const shelfQuery = (light: LightName) => ({
  queryKey: ['shelf', light],
  queryFn: async () => unwrap(await api.GET('/api/shelf', { params: { query: { light } } })),
})

/** Every tin on the shelf, as it looks in the light chosen. */
export function useShelf() {
  return useQuery(
    computed(() => ({ ...shelfQuery(preferences.value.light), placeholderData: keepPreviousData })),
  )
}

/** Fetch the shelf while nothing else is to be done, so that it stands there at once when it is opened. */
export function useShelfAhead() {
  const queries = useQueryClient()
  onMounted(() => {
    setTimeout(() => {
      queries.query(shelfQuery(preferences.value.light)).catch(() => undefined)
      import('../features/shelf/ShelfPlace.vue').catch(() => undefined) // it is asked for again when it is opened
    }, 1200)
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
    await Promise.all(
      ['shelf', 'tin', 'recipes', 'job'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
    )
  }
}

/** The colour families that tins are looked for under. */
export function useFamilies() {
  return useQuery({
    queryKey: ['families'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/shelf/families')),
  })
}
