import { readonly, ref } from 'vue'

import type { LightName, ToolName } from '../api/client'

/** In which unit amounts are said. */
export type UnitName = 'ml' | 'spoons' | 'metric_spoons' | 'fl_oz' | 'g' | 'drop'

/** What a person set once, kept in this browser. */
interface Kept {
  light: LightName
  batch: number
  mostPots: number
  tool: ToolName
  unit: UnitName
  use: string[]
  avoid: string[]
  /** Number of the job in hand; the first one where there is none. */
  job: number
}

const KEY = 'jug-mingle'
const usual: Kept = { light: 'window', batch: 500, mostPots: 3, tool: 'parts', unit: 'ml', use: [], avoid: [], job: 0 }

function load(): Kept {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>) }
  } catch {
    return usual
  }
}

const kept = ref(load())

export const preferences = readonly(kept)

export function prefer(change: Partial<Kept>) {
  kept.value = { ...kept.value, ...change }
  localStorage.setItem(KEY, JSON.stringify(kept.value))
}
