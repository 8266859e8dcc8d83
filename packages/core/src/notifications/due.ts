import { DateTime } from 'luxon'

/** When a rule lets messages out. Times of day as HH:MM in its zone (IANA). */
export interface Timing {
  /** Once a day at this time; null is at once. */
  digestAt: string | null
  /** Nothing goes out between these two; over midnight where the end is earlier. */
  quietFrom: string | null
  quietTo: string | null
  zone: string
}

/**
 * When a message about something that happened goes out: at once, or with the next digest; out of quiet hours at their end. Over a change of
 * the clock a time of day that does not exist is the one an hour later, as luxon has it.
 * @example dueAt(new Date('2026-11-29T22:30:00Z'), { digestAt: null, quietFrom: '22:00', quietTo: '07:00', zone: 'UTC' }) // 07:00 of the next day
 */
export function dueAt(happened: Date, { digestAt, quietFrom, quietTo, zone }: Timing): Date {
  const at = DateTime.fromJSDate(happened, { zone: DateTime.local({ zone }).isValid ? zone : 'UTC' })
  const due = digestAt === null ? at : next(at, digestAt)
  if (quietFrom === null || quietTo === null || quietFrom === quietTo) return due.toJSDate()
  const time = due.toFormat('HH:mm')
  const quiet = quietFrom < quietTo ? time >= quietFrom && time < quietTo : time >= quietFrom || time < quietTo
  return (quiet ? next(due, quietTo) : due).toJSDate()
}

/** The next moment with a time of day: today, or tomorrow where it is over. */
function next(from: DateTime, time: string): DateTime {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  const today = from.set({ hour, minute, second: 0, millisecond: 0 })
  return today > from ? today : from.plus({ days: 1 }).set({ hour, minute, second: 0, millisecond: 0 })
}
