import { useQuery } from '@tanstack/vue-query'

import { api, unwrap } from '../api/client'

/** What can be said of pieces: parts to put on, zones of faces, uses and ages. */
export function usePieceWords() {
  const { data } = useQuery({
    queryKey: ['piece words'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/pieces/words')),
  })
  return data
}
