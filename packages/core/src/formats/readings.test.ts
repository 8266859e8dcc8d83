import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { secondsToMs } from './duration.js'
import { readTimestamp } from './timestamp.js'

describe('secondsToMs', () => {
  it.each([
    ['1.5', 1500],
    ['0', 0],
    ['.25', 250],
    ['1e-3', 1],
    ['0,5', 500],
    ['0,500', 500],
    ['1,234.5', 1_234_500],
    ['1,234', null],
    ['-0.000000', null],
    ['NaN', null],
    ['Infinity', null],
    ['12 ms', null],
    ['1e99', null],
    ['', null],
  ])('%s is %s', (text, ms) => expect(secondsToMs(text)).toBe(ms))
})

describe('readTimestamp', () => {
  // forms found in result files; instants worked out by hand
  const noon = Date.UTC(2026, 10, 23, 11, 36, 55)
  it.each([
    ['2026-11-23T11:36:55Z', noon],
    ['2026-11-23T11:36:55', noon],
    ['2026-11-23T12:36:55+01:00', noon],
    ['2026-11-23T11:36:55.680321', noon + 680],
    ['Mon, 23 Nov 2026 11:36:55 GMT', noon],
    ['23 Nov 2026 11:36:55 GMT', noon],
    [String(noon / 1000), noon],
    [String(noon), noon],
    ['0001-01-01T00:00:00', null],
    ['1970-01-01T00:00:00.000', null],
    ['2026-02-30T11:36:55Z', null],
    ['2026-11-23T25:00:00', null],
    ['2026-11-23T11:60:00Z', null],
    ['2026-11-23T24:00:00Z', Date.UTC(2026, 10, 24)],
    ['yesterday', null],
  ])('%s', (text, ms) => expect(readTimestamp(text)).toBe(ms))

  // ECMAScript's Date Time String Format is written by Date itself
  it('reads what Date writes, on any day and in any order', () => {
    const moment = fc.date({ min: new Date('2000-01-01T00:00:00Z'), max: new Date('2199-12-31T00:00:00Z'), noInvalidDate: true })
    fc.assert(
      fc.property(fc.array(moment, { minLength: 1, maxLength: 5 }), (moments) => {
        for (const at of moments) {
          expect(readTimestamp(at.toISOString())).toBe(at.getTime())
          expect(readTimestamp(at.toISOString().slice(0, 19))).toBe(Math.floor(at.getTime() / 1000) * 1000)
          expect(readTimestamp(at.toISOString().replace('Z', '000'))).toBeCloseTo(at.getTime(), 3)
        }
      }),
    )
  })
})
