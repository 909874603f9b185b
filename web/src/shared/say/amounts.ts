import { measures, sizeOf } from '../useMeasuring'
import { preferences } from '../preferences'
import { readNumber, type Typed } from './number'
import { sayNumber } from './saying'

const QUARTERS = ['', '¼', '½', '¾']

function counted(quarters: number, name: string) {
  const whole = Math.floor(quarters / 4)
  return `${whole ? whole.toString() : ''}${QUARTERS[quarters % 4] ?? ''} ${name}${quarters > 4 ? 's' : ''}`
}

/** Cups in quarters, tablespoons whole, teaspoons in quarters: the same as the program's core says them. */
function inSpoons(ml: number, system: string): string {
  const size = (key: string) => measures.value?.sizes.find((one) => one.key === key)?.ml ?? 1
  const cup = size(system === 'us' ? 'cup' : 'metric_cup')
  const [spoon, teaspoon] = system === 'us' ? [cup / 16, cup / 48] : [15, 5]
  let left = Math.round((ml / teaspoon) * 4)
  const [cups, spoons] = [Math.round(cup / teaspoon), Math.round((spoon / teaspoon) * 4)]
  const words: string[] = []
  const quarterCups = Math.floor(left / cups)
  if (quarterCups) words.push(counted(quarterCups, 'cup'))
  left -= quarterCups * cups
  const tablespoons = Math.floor(left / spoons)
  if (tablespoons) words.push(counted(4 * tablespoons, 'tablespoon'))
  left -= tablespoons * spoons
  if (left || words.length === 0) words.push(left ? counted(left, 'teaspoon') : '0 teaspoons')
  return words.join(' + ')
}

/** An amount [ml] in the unit that was chosen, as it can be read off. What has no weight here is said in millilitres. */
export function sayAmount(ml: number): string {
  const units = measures.value?.units
  const unit = units?.find((one) => one.key === preferences.value.unit)
  if (unit?.spoons) return inSpoons(ml, unit.spoons)
  const plain = unit?.ml ? unit : units?.find((one) => one.key === 'ml')
  if (!plain?.ml) return `${sayNumber(ml)} ml`
  const size = ml / plain.ml
  const step = plain.steps.find(([limit]) => limit === null || size < limit)?.[1] ?? 1
  const amount = Math.round(size / step) * step
  return `${sayNumber(amount, 3)} ${plain.name}${plain.counted && amount > 1 ? 's' : ''}`
}

/** The unit in which an amount is typed where none is typed with it, as a key and as it is called. */
export const typedUnit = () => sizeOf(preferences.value.unit)
export const typedUnitName = () => UNIT_NAMES[typedUnit()] ?? typedUnit()
const UNIT_NAMES: Partial<Record<string, string>> = {
  cup: 'cups',
  metric_cup: 'cups of 250 ml',
  fl_oz: 'fl oz',
  pint: 'pints',
  quart: 'quarts',
}

const millilitres = (key: string) => measures.value?.sizes.find((one) => one.key === key)?.ml ?? 1

/** An amount [ml] as a number to type over, in the unit of amount fields. */
export const amountToType = (ml: number) => sayNumber(ml / millilitres(typedUnit()), typedUnit() === 'ml' ? 1 : 2)

const SIGNS: Record<string, string> = { '¼': ' 1/4', '½': ' 1/2', '¾': ' 3/4', '⅓': ' 1/3', '⅔': ' 2/3' }

/** A number that may be a fraction: "1 1/2", "1½", "250,5". */
export function readFraction(text: string): Typed {
  const plain = text.replace(/[¼½¾⅓⅔]/g, (sign) => SIGNS[sign] ?? '').trim()
  const found = /^(?:(\d+)\s+)?(\d+)\s*\/\s*([1-9]\d*)$/.exec(plain)
  if (found) return { value: Number(found[1] ?? 0) + Number(found[2]) / Number(found[3]) }
  return readNumber(plain)
}

/** Read a typed amount [ml] within limits: in the unit of amount fields, or in the one typed with it ("16 fl oz"). */
export function readAmount(text: string, least: number, most: number): Typed {
  const [, number = '', typed = ''] = /^([^a-z]*?)\s*([a-z][a-z. ]*)?$/i.exec(text.trim()) ?? []
  const name = typed
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/(?<!l)\.$/, '')
  const ml = name ? measures.value?.typed[name] : millilitres(typedUnit())
  if (ml === undefined || !number)
    return { ask: `Give an amount, such as ${amountToType(250)}, or with its unit: 250 ml, 1 1/2 cups, 16 fl oz.` }
  const read = readFraction(number)
  if (read.value === undefined) return read
  const value = read.value * ml
  if (value >= least * 0.999 && value <= most * 1.001) return { value: Math.min(most, Math.max(least, value)) }
  return { ask: `From ${amountToType(least)} to ${amountToType(most)} ${typedUnitName()}.` }
}
