import { preferences } from '../preferences'
import { sayAmount } from './amounts'
import { inUnit, lengthUnit } from './lengths'
import { sayTemperature, written } from './numbers'

const LENGTHS = /(\d+(?:\.\d+)?)(?: to (\d+(?:\.\d+)?))? m\b(?!²)(?:, got (-?\d+(?:\.\d+)?))?/g
const DEGREES = /(-?\d+(?:\.\d+)?) °C/g
const AMOUNTS = /(\d+(?:\.\d+)?)(?: to (\d+(?:\.\d+)?))? ml\b/g

/** What the program told, with its lengths [m], amounts [ml] and temperatures [°C] in the units that were set. */
export function told(words: string): string {
  const lengths = words.replace(LENGTHS, (_all, from: string, to?: string, got?: string) => {
    const range = to === undefined ? inUnit(Number(from)) : `${inUnit(Number(from))} to ${inUnit(Number(to))}`
    return `${range} ${lengthUnit.value}${got === undefined ? '' : `, got ${inUnit(Number(got))}`}`
  })
  const warm = lengths.replace(DEGREES, (_all, celsius: string) => sayTemperature(Number(celsius)))
  if (preferences.value.unit === 'ml') return written(warm)
  const amounts = warm.replace(AMOUNTS, (_all, from: string, to?: string) =>
    to === undefined ? sayAmount(Number(from)) : `${sayAmount(Number(from))} to ${sayAmount(Number(to))}`,
  )
  return written(amounts)
}
