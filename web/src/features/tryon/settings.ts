import type { Layer, Schemas } from '../../api/client'

type Setting = Schemas['SettingOut']

/** What a value of a setting is called. */
export function sayValue(one: Setting, value: number): string {
  const word = one.words.find((known) => known.below === null || value < known.below)?.word
  if (word !== undefined) return word
  if (one.unit === '%') return `${Math.round(100 * value).toString()} %`
  if (one.unit === '1 : n') return `1 : ${value.toString()}`
  if (one.unit === 'no.') return `no. ${value.toString()}`
  return one.unit === '' ? value.toString() : `${value.toString()} ${one.unit}`
}

/** As much of the film as a wipe leaves, from all of it to what lies in the grain. */
const WIPED: [number, string][] = [
  [0.05, 'wipe-none'],
  [0.4, 'wipe-little'],
  [0.75, 'wipe-half'],
  [Infinity, 'wipe-most'],
]

/** What is drawn beside a slider, where it is judged by eye and not by its number: what is wiped back, how it shines. */
export function signOf(one: Setting, value: number): string | undefined {
  if (one.key === 'wipe') return WIPED.find(([below]) => value < below)?.[1]
  return one.key === 'veil' ? `sheen-${sayValue(one, value)}` : undefined
}

/** The ends of a setting's slider: what is usually moved in, and wider where the value lies beyond. */
export function endsOf(one: Setting, value: number) {
  const low = Math.min(one.shown_low, value)
  const high = Math.max(one.shown_high, value)
  return { min: position(one, low), max: position(one, high) }
}

/** Where a value stands along its slider. */
export function position(one: Setting, value: number): number {
  return one.log ? Math.log(value) : value
}

/** The value at a place of the slider; of one by factors it is rounded to what a person would say. */
export function valueAt(one: Setting, place: number): number {
  if (!one.log) return place
  const value = Math.exp(place)
  const step = value < 10 ? 0.5 : value < 60 ? 1 : 5
  return Math.min(one.high, Math.max(one.low, Math.round(value / step) * step))
}

/** The number that a layer has for a setting. */
export function numberOf(layer: Layer, one: Setting): number {
  const value = layer[one.key]
  return typeof value === 'number' ? value : one.shown_low
}

/** What painters call the zones of a piece. */
export const ZONE_TITLES: Record<string, string> = {
  front: 'fronts',
  body: 'frame',
  side: 'sides',
  top: 'top',
  leg: 'legs',
  plinth: 'plinth',
  moulding: 'mouldings',
  inside: 'inside',
}
