import { saying, sayTemperature, written } from './numbers'
import { sayAmount } from './amounts'
import { fineUnit, inUnit, lengthUnit } from './lengths'

/** A value in a sentence of the program's, between U+2068 and U+2069: one number or two, and a unit. */
const VALUE = /\u2068(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))?(?: ([^\u2069]+))?\u2069/g

const METRES: Partial<Record<string, number>> = { m: 1, cm: 0.01, mm: 0.001 }
const MILLILITRES: Partial<Record<string, number>> = { ml: 1, l: 1000 }

/** A sentence with its marked values in the units that were set. */
function inOwnUnits(words: string): string {
  return words.replace(VALUE, (_all, low: string, high?: string, unit?: string) => {
    const [number, behind] = sayer(unit ?? '')
    const both = [low, ...(high === undefined ? [] : [high])].map((one) => number(one)).join(' to ')
    return behind ? `${both} ${behind}` : both
  })
}

/** How a number of a unit is said, and what stands behind it; a unit that nobody says otherwise stands as it is. */
function sayer(unit: string): [(number: string) => string, string] {
  const ml = MILLILITRES[unit]
  if (ml !== undefined) return [(number) => sayAmount(Number(number) * ml), '']
  const metres = METRES[unit]
  if (metres !== undefined) {
    const said = unit === 'mm' ? fineUnit.value : lengthUnit.value
    return [(number) => inUnit(Number(number) * metres, said), said]
  }
  if (unit === '°C' && saying.value.temperature === 'F')
    return [(number) => sayTemperature(Number(number)).replace(' °F', ''), '°F']
  return [written, unit]
}

/** An answer of the program with the values in its sentences in the units that were set; itself where it has none. */
export function inOwnWords<T>(said: T): T
export function inOwnWords(said: unknown): unknown {
  if (typeof said === 'string') return said.includes('\u2068') ? inOwnUnits(said) : said
  if (said === null || typeof said !== 'object' || typeof (said as unknown[])[0] === 'number') return said
  const entries = Object.entries(said) as [string, unknown][]
  const own = entries.map(([key, one]) => [key, inOwnWords(one)] as const)
  if (own.every(([, one], n) => one === entries[n]?.[1])) return said
  return Array.isArray(said) ? own.map(([, one]) => one) : Object.fromEntries(own)
}
