import { expect, it } from 'vitest'
import { bytesField, copyField, listField, textField } from './copy-text.js'

// the text format of COPY, PostgreSQL 15 documentation, "File Formats"
it.each([
  [null, '\\N'],
  ['a\tb\nc\\d\r', 'a\\tb\\nc\\\\d\\r'],
  [1.5, '1.5'],
])('writes %j', (value, text) => expect(copyField(value)).toBe(text))

it('writes texts, lists and bytes', () => {
  expect(textField('no\tgate')).toBe('no\\tgate')
  expect(textField(null)).toBe('\\N')
  expect(listField([])).toBe('{}')
  expect(listField(['plain', 'with "quotes" and \\'])).toBe('{"plain","with \\\\"quotes\\\\" and \\\\\\\\"}')
  expect(bytesField('dead')).toBe('\\\\xdead')
})
