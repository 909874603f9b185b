import { useQuery } from '@tanstack/vue-query'

import { api, unwrap } from '../api/client'

/** What a job can be, in the order of its life, as the program calls it. */
export function useStates() {
  const { data } = useQuery({
    queryKey: ['states'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/jobs/states')),
  })
  return data
}
