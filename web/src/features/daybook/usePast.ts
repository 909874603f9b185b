import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

/** Every mix there was, of this job and of others. */
export function usePast() {
  return useQuery({
    queryKey: computed(() => ['shelf', 'past', preferences.value.light]),
    queryFn: async () =>
      unwrap(await api.GET('/api/past-mixes', { params: { query: { light: preferences.value.light } } })),
  })
}
