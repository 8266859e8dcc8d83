import type { Recurrence } from './recurrence.js'
import { rrule } from './rrule.js'

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'] // prettier-ignore

/**
 * A recurrence in words: `Monday to Friday at 06:00 in Oslo`.
 * @throws Error for a rule that `recurrenceFault` refuses
 */
export function recurrenceWords({ rule, start, zone }: Recurrence): string {
  const options = rrule.RRule.parseString(rule)
  const days = daysOf(options.byweekday)
  const every = everyWords(options, days, start)
  const end = options.until
    ? `, until ${options.until.getUTCDate()} ${MONTHS[options.until.getUTCMonth()]} ${options.until.getUTCFullYear()}`
    : options.count
      ? `, ${options.count} times`
      : ''
  const time = options.freq !== undefined && options.freq >= rrule.RRule.HOURLY ? '' : ` at ${timesOf(options, start)}`
  return `${every}${time} in ${placeOf(zone)}${end}`
}

/** `Oslo` of `Europe/Oslo`. */
export const placeOf = (zone: string): string => zone.split('/').at(-1)?.replaceAll('_', ' ') ?? zone

type Options = Partial<ReturnType<typeof rrule.RRule.parseString>>
interface Day {
  day: number
  nth: number | null
}

function daysOf(byweekday: Options['byweekday']): Day[] {
  const all = byweekday === null || byweekday === undefined ? [] : Array.isArray(byweekday) ? byweekday : [byweekday]
  return all.map((one) => {
    if (typeof one === 'number') return { day: one, nth: null }
    if (typeof one === 'string') return { day: rrule.Weekday.fromStr(one).weekday, nth: null }
    return { day: one.weekday, nth: one.n ?? null }
  })
}

function everyWords(options: Options, days: readonly Day[], start: string): string {
  const { freq, interval = 1 } = options
  const every = (unit: string) => (interval === 1 ? `every ${unit}` : interval === 2 ? `every other ${unit}` : `every ${interval} ${unit}s`)
  switch (freq) {
    case rrule.RRule.MINUTELY:
      return every('minute')
    case rrule.RRule.HOURLY:
      return every('hour')
    case rrule.RRule.DAILY:
      return days.length > 0 && interval === 1 ? dayNames(days) : every('day')
    case rrule.RRule.WEEKLY: {
      const named = dayNames(days.length > 0 ? days : [{ day: (new Date(`${start}Z`).getUTCDay() + 6) % 7, nth: null }])
      return interval === 1 ? named : `${every('week')} on ${named.replace(/^every /, '')}`
    }
    case rrule.RRule.MONTHLY: {
      const each = interval === 1 ? 'each month' : `${every('month')}`
      return `on the ${monthDays(options, days, start)} of ${each}`
    }
    case rrule.RRule.YEARLY: {
      const months = numbersOf(options.bymonth)
      const month = MONTHS[(months[0] ?? Number(start.slice(5, 7))) - 1] ?? ''
      const day = numbersOf(options.bymonthday)[0] ?? Number(start.slice(8, 10))
      return months.length > 1 || days.length > 0 ? plain(options) : `${every('year')} on ${day} ${month}`
    }
    default:
      return plain(options)
  }
}

/** What the library says of rules that nobody sets by hand. */
const plain = (options: Options): string => new rrule.RRule(options).toText()

function dayNames(days: readonly Day[]): string {
  const numbers = [...new Set(days.map(({ day }) => day))].sort((a, b) => a - b)
  if (numbers.length === 7) return 'every day'
  const [first = 0, last = 0] = [numbers[0], numbers.at(-1)]
  if (numbers.length > 2 && last - first === numbers.length - 1) return `${DAYS[first]} to ${DAYS[last]}`
  return `${numbers.length === 1 ? 'every ' : ''}${listOf(numbers.map((day) => DAYS[day] ?? ''))}`
}

function monthDays(options: Options, days: readonly Day[], start: string): string {
  const [place] = numbersOf(options.bysetpos)
  const names = listOf(days.map(({ day }) => DAYS[day] ?? ''))
  const workdays = days.length === 5 && days.every(({ day }) => day < 5)
  if (place !== undefined) return `${nthWord(place)} ${workdays ? 'working day' : names}`
  if (days.length > 0) return listOf(days.map(({ day, nth }) => `${nth === null ? '' : `${nthWord(nth)} `}${DAYS[day]}`))
  const dates = numbersOf(options.bymonthday)
  return listOf(
    (dates.length > 0 ? dates : [Number(start.slice(8, 10))]).map((date) => (date < 0 ? `${nthWord(date)} day` : nthWord(date))),
  )
}

/** `1st`, `22nd`, `last`, `second to last`. */
function nthWord(nth: number): string {
  if (nth === -1) return 'last'
  if (nth < 0) return `${nthWord(-nth)} to last`
  const tens = nth % 100
  const ending = tens > 10 && tens < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][nth % 10] ?? 'th')
  return `${nth}${ending}`
}

function timesOf(options: Options, start: string): string {
  const hours = numbersOf(options.byhour)
  const minutes = numbersOf(options.byminute)
  const two = (value: number) => String(value).padStart(2, '0')
  const times = (hours.length > 0 ? hours : [Number(start.slice(11, 13))]).flatMap((hour) =>
    (minutes.length > 0 ? minutes : [Number(start.slice(14, 16))]).map((minute) => `${two(hour)}:${two(minute)}`),
  )
  return listOf(times)
}

const numbersOf = (value: number | number[] | null | undefined): number[] =>
  value === null || value === undefined ? [] : Array.isArray(value) ? value : [value]

const listOf = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`
