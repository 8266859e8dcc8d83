const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const ISO = /^(\d{4})-(\d\d)-(\d\d)[T ](\d\d):(\d\d)(?::(\d\d)(?:[.,](\d{1,9}))?)?\s*(Z|[+-]\d\d:?\d\d)?$/
/** RFC 1123 (`Mon, 23 Nov 2026 11:36:55 GMT`) and the same without the day's name. */
const WORDED = /^(?:[A-Za-z]{3},\s*)?(\d{1,2}) ([A-Za-z]{3}) (\d{4}) (\d\d):(\d\d):(\d\d) (?:GMT|UTC)$/

/**
 * A moment as runners write it, in ms since the epoch. Without a zone it is taken as UTC, since the file does not
 * say where it was written. Years before 2000 (`0001-01-01`, the epoch) are a runner's "unknown", so null.
 */
export function readTimestamp(text: string): number | null {
  const ms = readPlain(text) ?? readIso(text.trim()) ?? readWorded(text.trim()) ?? readEpoch(text.trim())
  return ms !== null && ms >= Date.UTC(2000, 0, 1) && ms < Date.UTC(2200, 0, 1) ? ms : null
}

const ZERO = 0x30
/** The day that was read last, as it is written, and when it began: most times of a file fall on one day. */
let day = ''
let dayMs = 0

/** `2026-11-23T11:29:34.120Z` and the like, in UTC: read without a pattern, since files have millions of them. */
function readPlain(text: string): number | null {
  const { length } = text
  const end = text.endsWith('Z') ? length - 1 : length
  const fraction = end - 20
  if ((end !== 19 && (fraction < 1 || fraction > 9 || text[19] !== '.')) || text[10] !== 'T' || text[13] !== ':' || text[16] !== ':')
    return null
  if (!text.startsWith(day) || day === '') {
    const ms = readIso(`${text.slice(0, 10)}T00:00Z`)
    if (ms === null) return null
    day = text.slice(0, 10)
    dayMs = ms
  }
  const [hours, minutes, seconds] = [digits(text, 11, 2), digits(text, 14, 2), digits(text, 17, 2)]
  if (!isTime(hours, minutes, seconds)) return null
  const ms =
    dayMs +
    (hours * 3600 + minutes * 60 + seconds) * 1000 +
    (end === 19 ? 0 : Math.floor((digits(text, 20, fraction) * 1000) / 10 ** fraction))
  return Number.isNaN(ms) ? null : ms
}

/** A number of so many digits; NaN where something else stands there. */
function digits(text: string, at: number, count: number): number {
  let value = 0
  for (let i = at; i < at + count; i++) {
    const digit = text.charCodeAt(i) - ZERO
    if (digit < 0 || digit > 9) return NaN
    value = value * 10 + digit
  }
  return value
}

function readIso(text: string): number | null {
  const m = ISO.exec(text)
  if (!m) return null
  const [, year, month, day, hour, minute, second = '0', fraction = '0', zone = 'Z'] = m
  if (!isDay(Number(year), Number(month), Number(day)) || !isTime(Number(hour), Number(minute), Number(second))) return null
  const utc = Date.UTC(
    Number(year),
    Number(month) - 1,
    Number(day),
    Number(hour),
    Number(minute),
    Number(second),
    Number(`0.${fraction}`) * 1000,
  )
  return utc - zoneMinutes(zone) * 60_000
}

/** Whether the calendar has it: the 30th of February is nobody's moment. */
function isDay(year: number, month: number, day: number): boolean {
  const at = new Date(Date.UTC(year, month - 1, day))
  return at.getUTCMonth() === month - 1 && at.getUTCDate() === day
}

/** A leap second is one, and 24:00 is the end of a day (ISO 8601). */
const isTime = (hours: number, minutes: number, seconds: number): boolean =>
  minutes <= 59 && seconds <= 60 && (hours <= 23 || (hours === 24 && minutes === 0 && seconds === 0))

function zoneMinutes(zone: string): number {
  if (zone === 'Z') return 0
  const digits = zone.replace(':', '')
  const minutes = Number(digits.slice(1, 3)) * 60 + Number(digits.slice(3, 5))
  return digits.startsWith('-') ? -minutes : minutes
}

function readWorded(text: string): number | null {
  const m = WORDED.exec(text)
  if (!m) return null
  const month = MONTHS.indexOf((m[2] ?? '').toLowerCase())
  return month < 0 ? null : Date.UTC(Number(m[3]), month, Number(m[1]), Number(m[4]), Number(m[5]), Number(m[6]))
}

function readEpoch(text: string): number | null {
  if (/^\d{13}$/.test(text)) return Number(text)
  return /^\d{10}(\.\d+)?$/.test(text) ? Number(text) * 1000 : null
}
