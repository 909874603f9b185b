import { useQuery } from '@tanstack/vue-query'

import { api, unwrap } from '../api/client'

/** Which devices there are: real ones, or, in the demo, the stand-ins. */
export function useDevices() {
  const { data } = useQuery({
    queryKey: ['devices'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/devices')),
  })
  return data
}
