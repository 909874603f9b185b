import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { watch } from 'vue'

import { api, type Schemas, unwrap } from '../api/client'
import { note } from '../api/versions'
import { prefer, preferences } from './preferences'
import { sayWrong } from './useNotice'
import { versioned } from './versioned'

/** What a person set once for all their work: units, currency, paint kept over, answers where painters differ. */
export function useSettings() {
  const queries = useQueryClient()
  const { data: settings } = useQuery({
    queryKey: ['settings'],
    queryFn: async () => {
      const now = unwrap(await api.GET('/api/settings'))
      note('setting', 0, now.version)
      return now
    },
  })

  /** What is said and what is taken follows from it. */
  async function refresh() {
    for (const key of ['settings', 'shelf', 'amount', 'plan', 'daybook'])
      await queries.invalidateQueries({ queryKey: [key] })
  }

  async function set(change: Partial<Schemas['SettingsIn']>) {
    try {
      const body = { schools: {}, ...change }
      await versioned(
        'setting',
        0,
        'A setting',
        async (headers) => unwrap(await api.PATCH('/api/settings', { body, headers })),
        refresh,
      )
    } catch (error) {
      sayWrong(error)
    }
  }

  return { settings, set }
}

/** Keep in this browser what the settings say; a unit that was chosen here before they were is set. */
export function useSettingsHere() {
  const { settings, set } = useSettings()
  const queries = useQueryClient()
  watch(settings, (now) => {
    if (!now) return
    const { unit } = preferences.value
    if (now.unit === null && unit !== 'ml') {
      void set({ unit })
      return
    }
    const { keys, sound, motion } = now
    const before = JSON.stringify(preferences.value.saying) + preferences.value.unit
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
    // What was read before stands in other units.
    if (before !== JSON.stringify(preferences.value.saying) + preferences.value.unit)
      void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'settings' })
  })
}

/** Which devices there are: real ones, or, in the demo, the stand-ins. */
export function useDevices() {
  const { data } = useQuery({
    queryKey: ['devices'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/devices')),
  })
  return data
}

/** How the program is shared with the workshop, and who this screen is. */
export function usePairing() {
  return useQuery({
    queryKey: ['pairing'],
    queryFn: async () => unwrap(await api.GET('/api/pairing')),
  })
}
