import { DateTime } from 'luxon'

/** A case that somebody is to do, with what it is expected to take. */
export interface OpenWork {
  accountId: number | null
  /** Milliseconds. */
  expectedMs: number
  /** Day on which it is due, as YYYY-MM-DD; null where it is not. */
  due: string | null
}

export interface DayLoad {
  day: string
  ms: number
}

export interface PersonLoad {
  accountId: number | null
  /** One entry a day, in the order of the days. */
  days: DayLoad[]
  /** Due later, or never. */
  laterMs: number
  /** The first day by which more is due than there are hours until then; null where all can be done. */
  overloadedOn: string | null
}

/**
 * Work by person and day on which it is due; what was due before counts on the first. Somebody is overloaded as soon as what is due
 * by a day takes longer than the hours of all days until then: work may be done before it is due, and never after.
 * @param hours of each day, in milliseconds; 0 where nobody works
 */
export function workload(work: readonly OpenWork[], days: readonly { day: string; ms: number }[]): PersonLoad[] {
  const [first] = days
  const last = days.at(-1)
  if (!first || !last) return []
  const people = new Map<number | null, PersonLoad>()
  for (const { accountId, expectedMs, due } of work) {
    const own = people.get(accountId) ?? { accountId, days: days.map(({ day }) => ({ day, ms: 0 })), laterMs: 0, overloadedOn: null }
    people.set(accountId, own)
    if (due === null || due > last.day) {
      own.laterMs += expectedMs
      continue
    }
    // due on a day that is not listed: the newest one before it
    const at = Math.max(
      0,
      days.findLastIndex(({ day }) => day <= due),
    )
    const load = own.days[at]
    if (load) load.ms += expectedMs
  }
  for (const own of people.values()) {
    let [asked, had] = [0, 0]
    for (const [i, { day, ms }] of own.days.entries()) {
      asked += ms
      had += days[i]?.ms ?? 0
      if (own.overloadedOn === null && asked > had) own.overloadedOn = day
    }
  }
  return [...people.values()]
}

/**
 * The next days from a moment on, in a zone (IANA; one that is none is UTC), each with the hours that are worked on it: none on Saturdays
 * and Sundays.
 */
export function workDays(now: Date, zone: string, count: number, dayMs: number): { day: string; ms: number }[] {
  const today = DateTime.fromJSDate(now, { zone: DateTime.local({ zone }).isValid ? zone : 'UTC' })
  return Array.from({ length: count }, (_, i) => today.plus({ days: i })).map((at) => ({
    day: at.toFormat('yyyy-MM-dd'),
    ms: at.weekday > 5 ? 0 : dayMs,
  }))
}
