/** A number as it stands in a drawing or a style: never read by anybody. */
export const drawn = (value: number, places = 1) => value.toFixed(places)
