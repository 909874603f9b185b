import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { watch } from 'vue'

import { api, type Schemas, unwrap } from '../api/client'
import { prefer, preferences } from './preferences'
import { sayWrong } from './useNotice'

/** What a person set once for all their work: units, currency, paint kept over, answers where painters differ. */
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

/** Keep unit and currency of this browser as the settings say; a unit that was chosen here before they were is set. */
export function useSettingsHere() {
  const { settings, set } = useSettings()
  watch(settings, (now) => {
    if (!now) return
    const { unit, currency } = preferences.value
    if (now.unit === null && unit !== 'ml') void set({ unit })
    else if ((now.unit ?? unit) !== unit || now.currency !== currency)
      prefer({ unit: now.unit ?? unit, currency: now.currency })
  })
}
