import { readFileSync } from 'node:fs'
import { RRule } from 'rrule'
import { describe, expect, it } from 'vitest'
import { nextClockChange, nextOccurrences, recurrenceFault } from './recurrence.js'
import { recurrenceWords } from './recurrence-words.js'

interface Case {
  id: string
  inputs: { tzid: string; dtstart: string; rrule: string; exdate?: string[] }
  expected: { utc: string[] }
  truncated?: boolean
  source: string
}

/** RFC 5545, 3.8.5.3, cross-checked with python-dateutil and another implementation; each case names its source. */
const { cases } = JSON.parse(readFileSync(new URL('recurrence.fixture.json', import.meta.url), 'utf8')) as { cases: Case[] }

describe('times of a recurrence', () => {
  it.each(cases.map((one) => [one.id, one] as const))('%s', (_, { inputs, expected }) => {
    const recurrence = { rule: inputs.rrule, start: inputs.dtstart, zone: inputs.tzid, except: inputs.exdate ?? [] }
    const found = nextOccurrences(recurrence, { after: new Date('1990-01-01T00:00:00Z'), most: expected.utc.length })
    expect(found.map(({ at }) => at.toISOString().replace('.000', ''))).toEqual(expected.utc)
  })

  const daily = { rule: 'FREQ=DAILY', start: '2024-03-01T02:30:00', zone: 'America/New_York' }

  it('leaves out a time that clocks skip (RFC 5545, 3.3.10), and takes one that is there twice the first time (3.3.5)', () => {
    const spring = nextOccurrences(daily, { after: new Date('2024-03-09T12:00:00Z'), most: 2 })
    expect(spring.map(({ local }) => local)).toEqual(['2024-03-11T02:30:00-04:00', '2024-03-12T02:30:00-04:00'])
    const autumn = nextOccurrences({ ...daily, start: '2024-03-01T01:30:00' }, { after: new Date('2024-11-02T12:00:00Z'), most: 2 })
    expect(autumn.map(({ local }) => local)).toEqual(['2024-11-03T01:30:00-04:00', '2024-11-04T01:30:00-05:00'])
  })

  it('has no 31st where a month has none, and 29 February in leap years only', () => {
    const monthly = { rule: 'FREQ=MONTHLY', start: '2026-01-31T06:00:00', zone: 'Europe/Oslo' }
    const dates = nextOccurrences(monthly, { after: new Date('2026-01-01T00:00:00Z'), most: 3 }).map(({ local }) => local.slice(0, 10))
    expect(dates).toEqual(['2026-01-31', '2026-03-31', '2026-05-31'])
    const yearly = { rule: 'FREQ=YEARLY', start: '2024-02-29T06:00:00', zone: 'UTC' }
    expect(nextOccurrences(yearly, { after: new Date('2025-01-01T00:00:00Z'), most: 1 })[0]?.local).toContain('2028-02-29')
  })

  it('keeps to wall-clock time when clocks change, and knows when they do', () => {
    const oslo = { rule: 'FREQ=DAILY', start: '2026-03-20T06:00:00', zone: 'Europe/Oslo' }
    const days = nextOccurrences(oslo, { after: new Date('2026-03-27T12:00:00Z'), most: 3 }).map(({ at }) => at.toISOString())
    expect(days).toEqual(['2026-03-28T05:00:00.000Z', '2026-03-29T04:00:00.000Z', '2026-03-30T04:00:00.000Z'])
    // the European Union's summer time begins at 01:00 UTC on the last Sunday of March (Directive 2000/84/EC)
    expect(nextClockChange('Europe/Oslo', new Date('2026-02-01T00:00:00Z'))).toEqual({ at: new Date('2026-03-29T01:00:00Z'), minutes: 60 })
    expect(nextClockChange('UTC', new Date('2026-02-01T00:00:00Z'))).toBeNull()
  })

  it('says what is wrong with one that can’t be counted', () => {
    const base = { rule: 'FREQ=DAILY', start: '2026-01-01T00:00:00', zone: 'Europe/Oslo' }
    expect(recurrenceFault(base)).toBeNull()
    expect(recurrenceFault({ ...base, zone: 'Europe/Gullhaven' })).toEqual({ code: 'zone', value: 'Europe/Gullhaven' })
    expect(recurrenceFault({ ...base, start: '2026-02-30T00:00:00' })).toMatchObject({ code: 'start' })
    expect(recurrenceFault({ ...base, rule: 'FREQ=SOMETIMES' })).toMatchObject({ code: 'rule' })
    expect(recurrenceFault({ ...base, rule: 'FREQ=SECONDLY' })).toMatchObject({ code: 'tooOften' })
    expect(recurrenceFault({ ...base, rule: 'FREQ=MINUTELY;INTERVAL=5' })).toBeNull()
  })

  it.each([
    'FREQ=DAILY;INTERVAL=3',
    'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH',
    'FREQ=WEEKLY',
    'FREQ=DAILY;BYHOUR=6,18',
    'FREQ=WEEKLY;WKST=SU;INTERVAL=2;BYDAY=SU,MO',
  ])('%s is the same years after it began as the library counts from its beginning', (rule) => {
    const recurrence = { rule, start: '2015-03-05T06:00:00', zone: 'UTC' }
    const after = new Date('2026-11-29T12:00:00Z')
    const counted = new RRule({ ...RRule.parseString(rule), dtstart: new Date('2015-03-05T06:00:00Z') }).between(
      after,
      new Date('2027-06-01T00:00:00Z'),
    )
    expect(nextOccurrences(recurrence, { after, most: 8 }).map(({ at }) => at)).toEqual(counted.slice(0, 8))
  })

  it('ends where a rule can never be met', () => {
    expect(nextOccurrences({ rule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', start: '2026-01-01T00:00:00', zone: 'UTC' }, { after: new Date(0), most: 1 })).toEqual([]) // prettier-ignore
  })
})

describe('a recurrence in words', () => {
  const words = (rule: string, start = '2026-11-30T06:00:00') => recurrenceWords({ rule, start, zone: 'Europe/Oslo' })
  it.each([
    ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'Monday to Friday at 06:00 in Oslo'],
    ['FREQ=DAILY', 'every day at 06:00 in Oslo'],
    ['FREQ=DAILY;INTERVAL=2', 'every other day at 06:00 in Oslo'],
    ['FREQ=WEEKLY', 'every Monday at 06:00 in Oslo'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH', 'every other week on Monday and Thursday at 06:00 in Oslo'],
    ['FREQ=MONTHLY;BYDAY=-1FR', 'on the last Friday of each month at 06:00 in Oslo'],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1', 'on the 1st working day of each month at 06:00 in Oslo'],
    ['FREQ=MONTHLY;BYMONTHDAY=1,15', 'on the 1st and 15th of each month at 06:00 in Oslo'],
    ['FREQ=MONTHLY;BYMONTHDAY=-1', 'on the last day of each month at 06:00 in Oslo'],
    ['FREQ=DAILY;BYHOUR=6,18;BYMINUTE=30', 'every day at 06:30 and 18:30 in Oslo'],
    ['FREQ=HOURLY;INTERVAL=4', 'every 4 hours in Oslo'],
    ['FREQ=YEARLY', 'every year on 30 November at 06:00 in Oslo'],
    ['FREQ=DAILY;COUNT=5', 'every day at 06:00 in Oslo, 5 times'],
  ])('%s is %s', (rule, expected) => {
    expect(words(rule)).toBe(expected)
  })

  it('has something to say of every rule of the references', () => {
    for (const { inputs } of cases) expect(words(inputs.rrule, inputs.dtstart).length).toBeGreaterThan(5)
    expect(RRule.parseString('FREQ=DAILY').freq).toBe(RRule.DAILY)
  })
})
