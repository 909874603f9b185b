import { sayNumber } from './numbers'

/** Times and dates as they are said: those of a plan by the clock of the place where it is, others by this browser's. */

const format = (zone: string | undefined, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })

/** 18:30 */
export const clock = (when: string, zone: string) =>
  format(zone, { hour: '2-digit', minute: '2-digit' }).format(new Date(when))

/** Thursday 3 December */
export const day = (when: string, zone: string) =>
  format(zone, { weekday: 'long', day: 'numeric', month: 'long' }).format(new Date(when))

/** Thu 3 Dec */
export const shortDay = (when: string, zone: string) =>
  format(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(new Date(when))

/** 2026-12-03, as a date of the place. */
export const isoDay = (when: string, zone: string) =>
  new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).format(new Date(when))

/** Minutes as they are said: 45 min, 1 h 20. */
export function long(minutes: number): string {
  const whole = Math.max(0, Math.round(minutes))
  if (whole < 60) return `${whole.toString()} min`
  if (whole >= 48 * 60) return `${sayNumber(whole / 1440, 1)} days`
  const rest = whole % 60
  return `${Math.floor(whole / 60).toString()} h${rest ? ` ${rest.toString()}` : ''}`
}

/** What is left until a time, as a clock that runs down. */
export const left = (until: string, now: number) => countdown((new Date(until).getTime() - now) / 1000)

/** Seconds that are left: 0:21 below an hour and a half, then 3 h 10. */
export function countdown(exactly: number): string {
  const seconds = Math.round(exactly)
  if (seconds <= 0) return 'now'
  if (seconds >= 90 * 60) return long(seconds / 60)
  return `${Math.floor(seconds / 60).toString()}:${(seconds % 60).toString().padStart(2, '0')}`
}

/** 3 December 2026, by the clock of this browser. */
export const longDay = (when: string) =>
  format(undefined, { day: 'numeric', month: 'long', year: 'numeric' }).format(new Date(when))

/** 3 Dec 2026, 18:30, by the clock of this browser. */
export const dayAndClock = (when: string) =>
  format(undefined, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(when))

/** 2026-12-03, today's date where this browser is, or that of another moment. */
export const isoHere = (when: Date = new Date()) =>
  new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit' }).format(when)

/** The time zone of this browser. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone

/** When something is, seen from now: 19:40, Fri 4 Dec 18:30. */
export function when(at: string, now: string, zone: string): string {
  return isoDay(at, zone) === isoDay(now, zone) ? clock(at, zone) : `${shortDay(at, zone)} ${clock(at, zone)}`
}
