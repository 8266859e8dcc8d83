import { expect, it } from 'vitest'
import { copyField } from './copy-text.js'

// the text format of COPY, PostgreSQL 15 documentation, "File Formats"
it.each([
  [null, '\\N'],
  ['a\tb\nc\\d\r', 'a\\tb\\nc\\\\d\\r'],
  [Buffer.from([0xde, 0xad]), '\\\\xdead'],
  [['plain', 'with "quotes" and \\'], '{"plain","with \\\\"quotes\\\\" and \\\\\\\\"}'],
  [1.5, '1.5'],
])('writes %j', (value, text) => expect(copyField(value)).toBe(text))
