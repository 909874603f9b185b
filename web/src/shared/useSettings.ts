import { useQuery, useQueryClient } from '@tanstack/vue-query'

import { api, type Schemas, unwrap } from '../api/client'
import { sayWrong } from './useNotice'

/** What a person set once for all their work: the paint kept over, and how they answer where painters differ. */
export function useSettings() {
  const queries = useQueryClient()
  const { data: settings } = useQuery({
    queryKey: ['settings'],
    queryFn: async () => unwrap(await api.GET('/api/settings')),
  })

  async function set(change: Partial<Schemas['SettingsIn']>) {
    try {
      const now = unwrap(await api.PATCH('/api/settings', { body: { schools: {}, ...change } }))
      queries.setQueryData(['settings'], now)
      // What is said and what is taken follows from it.
      await queries.invalidateQueries({ queryKey: ['shelf'] })
      await queries.invalidateQueries({ queryKey: ['amount'] })
    } catch (error) {
      sayWrong(error)
    }
  }

  return { settings, set }
}
