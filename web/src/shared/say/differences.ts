import { sayPlaces } from './saying'

/** A colour difference [CIEDE2000] with the one place that can be trusted. */
export const sayDifference = (delta_E: number) => sayPlaces(delta_E, 1)
