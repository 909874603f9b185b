import { useLocalStorage } from '@vueuse/core'
import { readonly, ref } from 'vue'

import type { LightName, ToolName, UnitName } from '../api/client'

/** What a person set once, kept in this browser. */
interface Kept {
  light: LightName
  batch: number
  mostTins: number
  tool: ToolName
  /** In which unit amounts are said, how all else is said, and how the program behaves: as the settings say. */
  unit: UnitName
  saying: {
    numbers: 'point' | 'comma'
    length: 'cm' | 'in'
    temperature: 'C' | 'F'
    currency: string
  }
  keys: boolean
  sound: boolean
  motion: boolean
  use: string[]
  avoid: string[]
  /** Number of the job in hand; the first one where there is none. */
  job: number
}

const usual: Kept = {
  light: 'window',
  batch: 500,
  mostTins: 3,
  tool: 'parts',
  unit: 'ml',
  saying: { numbers: 'point', length: 'cm', temperature: 'C', currency: '' },
  keys: true,
  sound: true,
  motion: true,
  use: [],
  avoid: [],
  job: 0,
}

function read(text: string): Kept {
  try {
    const { mostPots, ...said } = JSON.parse(text) as Partial<Kept> & { mostPots?: number } // of before 2026-12
    return { ...usual, ...(mostPots === undefined ? {} : { mostTins: mostPots }), ...said }
  } catch {
    return usual
  }
}

// Two windows may have two jobs in hand: each goes on with its own.
const kept = useLocalStorage('jug-mingle', usual, {
  flush: 'sync',
  listenToStorageChanges: false,
  serializer: { read, write: JSON.stringify },
})

export const preferences = readonly(kept)

export function prefer(change: Partial<Kept>) {
  kept.value = { ...kept.value, ...change }
}

/** The job that the address names, kept by the router; nothing where it names none. */
export const jobInUrl = ref<number>()
