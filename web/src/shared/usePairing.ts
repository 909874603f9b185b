import { useQuery } from '@tanstack/vue-query'

import { api, unwrap } from '../api/client'

/** How the program is shared with the workshop, and who this screen is. */
export function usePairing() {
  return useQuery({
    queryKey: ['pairing'],
    queryFn: async () => unwrap(await api.GET('/api/pairing')),
  })
}
