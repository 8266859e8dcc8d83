import { DateTime, IANAZone } from 'luxon'
import { rrule } from './rrule.js'

/** A time that comes again: RFC 5545, told in the wall-clock time of a zone. */
export interface Recurrence {
  /** The value of RRULE, as `FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR`. */
  rule: string
  /** The first time, by the clocks of the zone: `2026-11-30T06:00:00`. */
  start: string
  /** A zone of the IANA database, as `Europe/Oslo`. */
  zone: string
  /** Times that fall out, as `start`. */
  except?: readonly string[]
}

export type RecurrenceFault =
  | { code: 'zone'; value: string }
  | { code: 'start'; value: string }
  | { code: 'rule'; value: string; message: string }
  | { code: 'tooOften'; value: string }

const LOCAL = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/

/** What is wrong with a recurrence; null where it can be counted. More often than every five minutes is refused. */
export function recurrenceFault({ rule, start, zone }: Recurrence): RecurrenceFault | null {
  if (!IANAZone.isValidZone(zone)) return { code: 'zone', value: zone }
  if (!LOCAL.test(start) || !asUtc(start).isValid) return { code: 'start', value: start }
  if (rule.length > 500) return { code: 'rule', value: rule.slice(0, 500), message: 'it is longer than 500 characters' }
  try {
    const { freq, interval = 1, byminute, bysecond } = rrule.RRule.parseString(rule)
    if (freq === undefined) return { code: 'rule', value: rule, message: 'FREQ is missing' }
    if (freq === rrule.RRule.SECONDLY || (freq === rrule.RRule.MINUTELY && interval < 5)) return { code: 'tooOften', value: rule }
    const several = (numbers: number | readonly number[] | null | undefined, most: number) =>
      Array.isArray(numbers) && numbers.length > most
    if (several(byminute, 12) || several(bysecond, 1)) return { code: 'tooOften', value: rule }
    return null
  } catch (error) {
    return { code: 'rule', value: rule, message: error instanceof Error ? error.message : String(error) }
  }
}

/** Wall-clock time as if it were that of UTC, which is how rrule counts. */
const asUtc = (local: string): DateTime => DateTime.fromISO(local, { zone: 'utc' })

export interface Occurrence {
  at: Date
  /** By the clocks of the zone, with its offset: `2026-11-30T06:00:00+01:00`. */
  local: string
}

const DAY_MS = 86_400_000

type RuleOptions = ReturnType<typeof rrule.RRule.parseString>

/** So many times in a row that clocks do not show are looked past. */
const MOST_LOOKED = 100_000

/**
 * The next times of a recurrence, strictly after a moment. A local time that does not exist, because clocks go forward, is left out
 * (RFC 5545, 3.3.10); one that is there twice is taken the first time (3.3.5).
 * @param most how many at most; `until` is the last moment that counts
 * @example nextOccurrences({ rule: 'FREQ=DAILY', start: '2026-11-30T06:00:00', zone: 'Europe/Oslo' }, { after, most: 10 })
 */
export function nextOccurrences(recurrence: Recurrence, { after, most, until }: { after: Date; most: number; until?: Date }): Occurrence[] {
  const { rule, start, zone, except = [] } = recurrence
  const options = rrule.RRule.parseString(localUntil(rule, zone))
  const set = new rrule.RRule({ ...options, dtstart: new Date(laterStart(options, asUtc(start).toMillis(), after.getTime() - 2 * DAY_MS)) })
  const out = new Set(except.map((local) => asUtc(local).toMillis()))
  const found: Occurrence[] = []
  // clocks differ from UTC by less than a day
  let wall: Date | null = new Date(Math.max(after.getTime() - DAY_MS, asUtc(start).toMillis() - 1))
  for (let looked = 0; looked < MOST_LOOKED && found.length < most; looked++) {
    wall = set.after(wall)
    if (!wall) break
    if (out.has(wall.getTime())) continue
    const moment = momentOf(wall, zone)
    if (!moment || moment.toMillis() <= after.getTime()) continue
    if (until && moment.toMillis() > until.getTime()) break
    found.push({ at: moment.toJSDate(), local: moment.toISO({ suppressMilliseconds: true }) ?? '' })
  }
  return found
}

/**
 * The start of a rule, moved on towards a moment by whole intervals: the library counts from it each time. Only where that changes nothing:
 * rules by day or week that count no occurrences.
 */
function laterStart({ freq, interval, count, bysetpos }: RuleOptions, start: number, towards: number): number {
  const unit = freq === rrule.RRule.DAILY ? DAY_MS : freq === rrule.RRule.WEEKLY ? 7 * DAY_MS : 0
  const isPlain = (count ?? null) === null && (bysetpos ?? null) === null
  if (unit === 0 || !isPlain || towards <= start) return start
  const step = unit * (interval ?? 1)
  return start + Math.floor((towards - start) / step) * step
}

/** UNTIL in UTC, as the RFC writes it for times in a zone, becomes wall-clock time. */
function localUntil(rule: string, zone: string): string {
  return rule.replace(/UNTIL=(\d{8})T(\d{6})Z/, (_, day: string, time: string) => {
    const utc = DateTime.fromFormat(`${day}${time}`, 'yyyyMMddHHmmss', { zone: 'utc' })
    return `UNTIL=${utc.setZone(zone).toFormat("yyyyMMdd'T'HHmmss")}Z`
  })
}

/** The moment at which clocks of a zone show a time; null where they never do. */
function momentOf(wall: Date, zone: string): DateTime | null {
  const { year, month, day, hour, minute, second } = DateTime.fromJSDate(wall, { zone: 'utc' })
  const moment = DateTime.fromObject({ year, month, day, hour, minute, second }, { zone })
  if (moment.hour !== hour || moment.minute !== minute) return null
  const earlier = moment.minus({ hours: 1 })
  // an hour before, clocks may show the same
  return earlier.hour === hour && earlier.minute === minute ? earlier : moment
}

/** When clocks of a zone change next, within a year; null where they do not. */
export function nextClockChange(zone: string, after: Date): { at: Date; minutes: number } | null {
  let from = DateTime.fromJSDate(after, { zone })
  for (let day = 0; day < 370; day++) {
    const to = DateTime.fromMillis(from.toMillis() + 86_400_000, { zone })
    if (to.offset !== from.offset) {
      let [low, high] = [from.toMillis(), to.toMillis()]
      while (high - low > 60_000) {
        const middle = Math.floor((low + high) / 2)
        if (DateTime.fromMillis(middle, { zone }).offset === from.offset) low = middle
        else high = middle
      }
      return { at: new Date(Math.round(high / 60_000) * 60_000), minutes: to.offset - from.offset }
    }
    from = to
  }
  return null
}
