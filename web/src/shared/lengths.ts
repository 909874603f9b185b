import { computed } from 'vue'

import { preferences } from './preferences'
import { readNumber, type Typed } from './number'

const METRES: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, '"': 0.0254, '″': 0.0254, ft: 0.3048 }
const SQUARE_FOOT = 0.3048 ** 2
const US = ['spoons', 'fl_oz', 'pint', 'quart']

/** The unit in which lengths are said: inches for those who measure paint in US units. */
export const lengthUnit = computed(() => (US.includes(preferences.value.unit) ? 'in' : 'cm'))

const rounded = (value: number, steps: number) => Math.round(value * steps) / steps

/** A length [m] as a number in the unit in which lengths are said. */
export function inUnit(metres: number): string {
  return rounded(metres / (METRES[lengthUnit.value] ?? 1), lengthUnit.value === 'in' ? 100 : 10).toString()
}

/** A length [m] in words. */
export function sayLength(metres: number): string {
  return `${inUnit(metres)} ${lengthUnit.value}`
}

/** An area [m²] in words; a small one, such as a handle's, more finely. */
export function sayArea(area: number): string {
  const fine = area < 0.1 ? 3 : 2
  return lengthUnit.value === 'in' ? `${(area / SQUARE_FOOT).toFixed(fine - 1)} sq ft` : `${area.toFixed(fine)} m²`
}

/** Read a typed length [m]: in the unit in which lengths are said, or in the one that is typed with it ("36 in"). */
export function readLength(text: string): Typed {
  const [, number = '', unit = ''] = /^(.*?)\s*([a-z"″]*)\.?$/i.exec(text.trim()) ?? []
  const metres = METRES[unit.toLowerCase() || lengthUnit.value]
  if (metres === undefined) return { ask: `Give a length in ${lengthUnit.value}.` }
  const half = /^(?:(\d+)\s+)?(\d+)\s*\/\s*([1-9]\d*)$/.exec(number)
  if (half) return { value: (Number(half[1] ?? 0) + Number(half[2]) / Number(half[3])) * metres }
  const typed = readNumber(number)
  return typed.value === undefined ? typed : { value: typed.value * metres }
}
