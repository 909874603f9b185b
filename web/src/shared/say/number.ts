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
  return { ask: `From ${least.toString()} to ${most.toString()} ${unit}.`.replace(' .', '.') }
}

/** The number that was typed, null for an empty field; throws what to ask. */
export function typedOrNothing(text: string): number | null {
  if (!text.trim()) return null
  const { value, ask } = readNumber(text)
  if (value === undefined) throw new Error(ask)
  return value
}
