import { readNumber, type Typed } from './number'
import { saying, sayNumber } from './saying'

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
