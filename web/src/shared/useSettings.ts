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
      for (const key of ['shelf', 'amount', 'plan', 'daybook']) await queries.invalidateQueries({ queryKey: [key] })
    } catch (error) {
      sayWrong(error)
    }
  }

  return { settings, set }
}

/** Keep in this browser what the settings say; a unit that was chosen here before they were is set. */
export function useSettingsHere() {
  const { settings, set } = useSettings()
  watch(settings, (now) => {
    if (!now) return
    const { unit } = preferences.value
    if (now.unit === null && unit !== 'ml') {
      void set({ unit })
      return
    }
    const { keys, sound, motion } = now
    prefer({
      unit: now.unit ?? unit,
      saying: {
        numbers: now.numbers,
        length: now.length_unit,
        temperature: now.temperature_unit,
        currency: now.currency,
      },
      keys,
      sound,
      motion,
    })
  })
}
