import { measures, sizeOf } from '../useMeasuring'
import { preferences } from '../preferences'
import { sayCount, readNumber, sayNumber, type Typed } from './numbers'

const QUARTERS = ['', '¼', '½', '¾']
/** So far an amount as it is said may be from what is meant, as a share of it; else it is said in a smaller measure. */
const NEAR = 0.04
const DROP = 0.05
const MOST_DROPS = 60

interface Said {
  words: string
  ml: number
}
const near = (said: number, ml: number) => Math.abs(said - ml) <= NEAR * ml

/** The nearest whole number, of two the even one, as the program's core rounds. */
function nearest(value: number): number {
  const up = Math.round(value)
  return up - value === 0.5 && up % 2 !== 0 ? up - 1 : up
}

function counted(quarters: number, name: string) {
  const whole = Math.floor(quarters / 4)
  const number = `${whole ? whole.toString() : ''}${QUARTERS[quarters % 4] ?? ''}` || '0'
  return `${number} ${name}${quarters > 4 || quarters === 0 ? 's' : ''}`
}

/** The millilitres of a cup, a tablespoon and a teaspoon. */
function spoonsOf(system: string) {
  const cup =
    measures.value?.sizes.find((one) => one.key === (system === 'us' ? 'cup' : 'metric_cup'))?.ml ?? 1
  return system === 'us' ? { cup, tbsp: cup / 16, tsp: cup / 48 } : { cup, tbsp: 15, tsp: 5 }
}

/** So many quarter teaspoons in cups in quarters, tablespoons whole, teaspoons in quarters. */
function spoonWords(quarters: number, system: string): string {
  const { cup, tbsp, tsp } = spoonsOf(system)
  let left = quarters
  const [cups, spoons] = [Math.round(cup / tsp), Math.round((tbsp / tsp) * 4)]
  const words: string[] = []
  const quarterCups = Math.floor(left / cups)
  if (quarterCups) words.push(counted(quarterCups, 'cup'))
  left -= quarterCups * cups
  const tablespoons = Math.floor(left / spoons)
  if (tablespoons) words.push(counted(4 * tablespoons, 'tablespoon'))
  left -= tablespoons * spoons
  if (left || words.length === 0) words.push(counted(left, 'teaspoon'))
  return words.join(' + ')
}

/** In spoons, with the drops over them where that would be much of it. */
function inSpoons(ml: number, system: string): Said {
  const quarter = spoonsOf(system).tsp / 4
  const quarters = nearest(ml / quarter)
  if (ml <= 0 || near(quarters * quarter, ml))
    return { words: spoonWords(quarters, system), ml: quarters * quarter }
  const whole = Math.floor(ml / quarter)
  const over = inDrops(ml - whole * quarter)
  if (whole === 0) return over
  return { words: `${spoonWords(whole, system)} + ${over.words}`, ml: whole * quarter + over.ml }
}

/** In the fewest US measures that are near it. */
function inFewSpoons(ml: number): Said {
  const { cup, tbsp, tsp } = spoonsOf('us')
  for (const step of [cup / 4, tbsp, tsp]) {
    const said = nearest(ml / step) * step
    if (said > 0 && near(said, ml)) return { words: spoonWords(nearest((4 * said) / tsp), 'us'), ml: said }
  }
  return inSpoons(ml, 'us')
}

/** In drops; what nobody counts so as whole millilitres and the drops over them. */
function inDrops(ml: number): Said {
  const drops = nearest(ml / DROP)
  if (ml > 0 && !near(drops * DROP, ml)) {
    const parts = Math.max(0.1, nearest((10 * ml) / DROP) / 10)
    return { words: `${sayNumber(parts, 1)} drop${parts > 1 ? 's' : ''}`, ml: parts * DROP }
  }
  const whole = ml > MOST_DROPS * DROP ? Math.floor(drops * DROP + 1e-9) : 0
  const over = drops - Math.round(whole / DROP)
  const words = whole ? [`${whole.toString()} ml`] : []
  if (over || !whole) words.push(sayCount(over, 'drop'))
  return { words: words.join(' + '), ml: drops * DROP }
}

type Unit = NonNullable<typeof measures.value>['units'][number]

/** As a number of a plain unit, at least the smallest step of it where it is anything at all. */
function plain(ml: number, unit: Unit): Said {
  const size = ml / (unit.ml ?? 1)
  const step = unit.steps.find(([limit]) => limit === null || size < limit)?.[1] ?? 1
  const amount = ml > 0 ? Math.max(1, nearest(size / step)) * step : 0
  const plural = unit.counted && (amount > 1 || amount === 0) ? 's' : ''
  return { words: `${sayNumber(amount, 3)} ${unit.name}${plural}`, ml: amount * (unit.ml ?? 1) }
}

function inMillilitres(ml: number): Said {
  const unit = measures.value?.units.find((one) => one.key === 'ml')
  return unit ? plain(ml, unit) : { words: `${sayNumber(ml)} ml`, ml }
}

/**
 * An amount [ml] in the unit that was chosen, as it can be read off: the same as the program's core says it. What has no
 * weight here is said in millilitres; what the unit is too coarse for, in smaller measures.
 */
export function sayAmount(ml: number): string {
  const unit = measures.value?.units.find((one) => one.key === preferences.value.unit)
  if (unit?.spoons) return inSpoons(ml, unit.spoons).words
  if (unit?.key === 'drop') return inDrops(ml).words
  if (!unit?.ml) return inMillilitres(ml).words
  const said = plain(ml, unit)
  if (ml <= 0 || near(said.ml, ml) || unit.key === 'ml') return said.words
  return unit.us ? inFewSpoons(ml).words : inMillilitres(ml).words
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
export const amountToType = (ml: number) =>
  sayNumber(ml / millilitres(typedUnit()), typedUnit() === 'ml' ? 1 : 2)

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
  const name = typed.trim().toLowerCase().replace(/\s+/g, ' ')
  const known = measures.value?.typed
  const ml = name ? (known?.[name] ?? known?.[name.replace(/\.$/, '')]) : millilitres(typedUnit())
  if (ml === undefined || !number)
    return {
      ask: `Give an amount, such as ${amountToType(250)}, or with its unit: 250 ml, 1 1/2 cups, 16 fl oz.`,
    }
  const read = readFraction(number)
  if (read.value === undefined) return read
  const value = read.value * ml
  if (value >= least * 0.999 && value <= most * 1.001)
    return { value: Math.min(most, Math.max(least, value)) }
  return { ask: `From ${amountToType(least)} to ${amountToType(most)} ${typedUnitName()}.` }
}
