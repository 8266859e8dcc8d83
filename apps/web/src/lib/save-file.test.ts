import { describe, expect, it } from 'vitest'
import { csvOf } from './save-file.js'

describe('a CSV file', () => {
  it('quotes as RFC 4180 section 2 says, and defuses formulas', () => {
    expect(csvOf([['a "b"', 'c,d', -1], ['=1+1', null, 'e\nf']])).toBe('"a ""b""","c,d",-1\r\n\'=1+1,,"e\nf"\r\n') // prettier-ignore
  })
})
