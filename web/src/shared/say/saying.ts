import { computed } from 'vue'

import { preferences } from '../preferences'

/** How things are said here: units, paper and numbers, as the settings have them (`useSettings`). */
export const saying = computed(() => preferences.value.saying)

const DECIMAL = /(?<=\d)\.(?=\d)/g

/** Words with their numbers written as the person writes them. */
export function written(words: string): string {
  return saying.value.numbers === 'comma' ? words.replace(DECIMAL, ',') : words
}

/** A number with so many places after the point, at most. */
export function sayNumber(value: number, places = 0): string {
  return written(Number(value.toFixed(places)).toString())
}

/** A number with exactly so many places. */
export function sayPlaces(value: number, places: number): string {
  return written(value.toFixed(places))
}

/** A share [0..1] in percent. */
export const sayShare = (share: number) => `${sayNumber(100 * share)} %`
