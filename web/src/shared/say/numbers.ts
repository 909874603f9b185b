import { computed } from 'vue'

import { preferences } from '../preferences'

/** A number as a person types it, or what to ask them about it. */
export type Typed = { value: number; ask?: undefined } | { value?: undefined; ask: string }

/**
 * Read a typed number, with a point or a comma: "250", "250.5", "250,5". "1,000" is asked about: in one country it is a
 * thousand, in another one. Spaces and apostrophes between thousands are taken as such.
 */
export function readNumber(text: string): Typed {
  const plain = text.trim().replace(/(?<=\d)[\s'’](?=\d{3}(\D|$))/g, '')
  if (/^[-+]?[1-9]\d{0,2}([.,]\d{3})+$/.test(plain) && (plain.includes(',') || plain.split('.').length > 2)) {
    const whole = plain.replace(/[.,]/g, '')
    return plain.split(/[.,]/).length > 2
      ? { value: Number(whole) }
      : {
          ask: `Is ${plain} ${whole} or ${Number(plain.replace(',', '.')).toString()}? Write it without the comma.`,
        }
  }
  if (!/^[-+]?(\d+([.,]\d*)?|[.,]\d+)$/.test(plain)) return { ask: 'Give a number.' }
  return { value: Number(plain.replace(',', '.')) }
}

/** The same within limits; `unit` is said with them. */
export function readWithin(text: string, least: number, most: number, unit: string): Typed {
  const typed = readNumber(text)
  if (typed.value === undefined || (typed.value >= least && typed.value <= most)) return typed
  return { ask: `From ${toType(least)} to ${toType(most)} ${unit}.`.replace(' .', '.') }
}

/** The number that was typed, null for an empty field; throws what to ask. */
export function typedOrNothing(text: string): number | null {
  if (!text.trim()) return null
  const { value, ask } = readNumber(text)
  if (value === undefined) throw new Error(ask)
  return value
}

/** How things are said here: units, paper and numbers, as the settings have them (`useSettings`). */
export const saying = computed(() => preferences.value.saying)

/** A number, formatted, as the person writes it. */
export function written(number: string): string {
  return saying.value.numbers === 'comma' ? number.replace('.', ',') : number
}

/** A number with so many places after the point, at most. */
export function sayNumber(value: number, places = 0): string {
  return written(Number(value.toFixed(places)).toString())
}

/** A number with all its places, as it is typed over. */
export const toType = (value: number) => written(value.toString())

/** A colour in CIELAB, as it is known. */
export const sayLab = (Lab: readonly number[]) =>
  `Lab ${Lab.map(toType).join(written('.') === '.' ? ', ' : '; ')}`

/** A number with exactly so many places; nothing is never less than nothing. */
export function sayPlaces(value: number, places: number): string {
  return written(value.toFixed(places).replace(/^-(?=[0.]+$)/, ''))
}

/** A share [0..1] in percent. */
export const sayShare = (share: number) => `${sayNumber(100 * share)} %`

/** A number as it stands in a drawing or a style: never read by anybody. */
export const drawn = (value: number, places = 1) => value.toFixed(places)

/** A colour difference [CIEDE2000] with the one place that can be trusted. */
export const sayDifference = (delta_E: number) => sayPlaces(delta_E, 1)

/** An amount of money, with the currency that was set. */
export function sayMoney(amount: number): string {
  return [saying.value.currency, sayPlaces(amount, 2)].filter(Boolean).join(' ')
}

const fahrenheit = () => saying.value.temperature === 'F'

/** The unit in which temperatures are said. */
export const temperatureUnit = () => (fahrenheit() ? '°F' : '°C')

/** A temperature [°C] as a number to type over. */
export const temperatureToType = (celsius: number) =>
  fahrenheit() ? sayNumber(celsius * 1.8 + 32) : sayNumber(celsius, 1)

/** A temperature [°C] in words. */
export const sayTemperature = (celsius: number) => `${temperatureToType(celsius)} ${temperatureUnit()}`

/** Read a typed temperature [°C]: in the unit that was set, or in the one typed with it ("68 F"). */
export function readTemperature(text: string): Typed {
  const [, number = '', unit = ''] = /^(.*?)\s*°?\s*([cf])?$/i.exec(text.trim()) ?? []
  const read = readNumber(number)
  if (read.value === undefined) return read
  const inF = unit ? unit.toLowerCase() === 'f' : fahrenheit()
  return { value: inF ? (read.value - 32) / 1.8 : read.value }
}

/** So many of something: "1 tin", "3 tins"; `several` where it is more than an s. */
export const sayCount = (many: number, one: string, several = `${one}s`) =>
  `${many.toString()} ${many === 1 ? one : several}`
