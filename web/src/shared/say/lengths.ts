import { computed } from 'vue'

import { readFraction } from './amounts'
import { saying, sayNumber, sayPlaces, type Typed } from './numbers'

const METRES: Record<string, number> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  in: 0.0254,
  inch: 0.0254,
  inches: 0.0254,
  '"': 0.0254,
  '″': 0.0254,
  ft: 0.3048,
  foot: 0.3048,
  feet: 0.3048,
  "'": 0.3048,
  '′': 0.3048,
}
const SQUARE_FOOT = 0.3048 ** 2

export type LengthUnit = 'cm' | 'in' | 'mm'

/** The unit in which lengths are said. */
export const lengthUnit = computed(() => saying.value.length)
const inches = () => lengthUnit.value === 'in'
/** Of what is finer than furniture: a jug's height. */
export const fineUnit = computed((): LengthUnit => (inches() ? 'in' : 'mm'))

/** A length [m] as a number in a unit of lengths; without one in that in which they are said. */
export function inUnit(metres: number, unit: LengthUnit = lengthUnit.value): string {
  return sayNumber(metres / (METRES[unit] ?? 1), unit === 'in' ? 2 : 1)
}

/** A length [m] in words. */
export function sayLength(metres: number): string {
  return `${inUnit(metres)} ${lengthUnit.value}`
}

/** An area [m²] in words, of one face or a whole piece; a small one, such as a handle's, more finely. */
export function sayArea(area: number): string {
  const fine = area < 0.1 ? 3 : 2
  return inches() ? `${sayPlaces(area / SQUARE_FOOT, fine - 1)} sq ft` : `${sayPlaces(area, fine)} m²`
}

const LITRES_IN_GALLON = 3.785411784
const rate = () => (inches() ? LITRES_IN_GALLON / SQUARE_FOOT : 1)

/** The unit in which spread rates are said. */
export const rateUnit = () => (inches() ? 'sq ft a gallon' : 'm² a litre')

/** A spread rate [m²/L] as a number to type over. */
export const rateToType = (squareMetres: number) => sayNumber(squareMetres * rate(), inches() ? 0 : 1)

/** A typed number of the unit of spread rates as one of m²/L. */
export const readRate = (typed: number) => typed / rate()

/** Read a typed length [m]: in a unit, or in the ones typed with it ("36 in", "2 ft 6 in", "1 1/2 in"). */
export function readLength(text: string, unit: LengthUnit = lengthUnit.value): Typed {
  const both = /^(.+?)\s*(?:ft|feet|foot|['′])\s*(.+?)\s*(?:in|inches|["″])?$/i.exec(text.trim())
  const parts: (readonly [string, string])[] = both
    ? [
        [both[1] ?? '', 'ft'],
        [both[2] ?? '', 'in'],
      ]
    : [split(text.trim())]
  let metres = 0
  for (const [number, typed] of parts) {
    const one = METRES[typed.toLowerCase() || unit]
    if (one === undefined) return { ask: `Give a length in ${unit}, or with its unit: 36 in, 91.5 cm, 3 ft.` }
    const read = readFraction(number)
    if (read.value === undefined) return read
    metres += read.value * one
  }
  return { value: metres }
}

function split(text: string): readonly [string, string] {
  const [, number = '', unit = ''] = /^(.*?)\s*([a-z"″'′]*)\.?$/i.exec(text) ?? []
  return [number, unit]
}

/** The same within limits [m]; the error speaks in the unit of the field. */
export function readLengthWithin(
  text: string,
  least: number,
  most: number,
  unit: LengthUnit = lengthUnit.value,
): Typed {
  const read = readLength(text, unit)
  if (read.value === undefined || (read.value >= least * 0.999 && read.value <= most * 1.001)) return read
  return { ask: `From ${inUnit(least, unit)} to ${inUnit(most, unit)} ${unit}.` }
}
