import type { Transaction } from 'sequelize'
import { from } from 'pg-copy-streams'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { clientOf } from '../../platform/database.js'

export type CopyValue = string | number | null

/** No value, in PostgreSQL's COPY text format. */
export const NULL_FIELD = '\\N'

const ESCAPES: Record<string, string> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' }
const SPECIAL = /[\\\t\n\r]/
const escapeText = (text: string) => (SPECIAL.test(text) ? text.replace(/[\\\t\n\r]/g, (char) => ESCAPES[char] ?? char) : text)

/** A text in COPY's text format. */
export const textField = (text: string | null): string => (text === null ? NULL_FIELD : escapeText(text))

/** A `text[]` as PostgreSQL writes one. */
export const listText = (items: readonly string[]): string => `{${items.map((item) => `"${item.replace(/["\\]/g, '\\$&')}"`).join(',')}}`

/** A `text[]` in COPY's text format. */
export const listField = (items: readonly string[]): string => (items.length === 0 ? '{}' : escapeText(listText(items)))

/** A `bytea` in COPY's text format, of its hexadecimal digits. */
export const bytesField = (hex: string): string => `\\\\x${hex}`

/** One value in COPY's text format. */
export const copyField = (value: CopyValue): string =>
  typeof value === 'string' ? escapeText(value) : value === null ? NULL_FIELD : String(value)

/** Streams rows into a table inside a Sequelize transaction, whose connection is the pg client. */
export async function copyRows(transaction: Transaction, table: string, columns: string[], rows: Iterable<CopyValue[]>): Promise<void> {
  const target = clientOf(transaction).query(from(`copy ${table} (${columns.join(', ')}) from stdin`))
  await pipeline(Readable.from(chunks(rows)), target)
}

/** Streams rows that are in COPY's text format already. */
export async function copyChunks(transaction: Transaction, table: string, columns: string[], chunks: AsyncIterable<Buffer>): Promise<void> {
  await pipeline(Readable.from(chunks), clientOf(transaction).query(from(`copy ${table} (${columns.join(', ')}) from stdin`)))
}

/** Joins lines to pieces of about 64 KiB: one write a row would be slow. */
function* chunks(rows: Iterable<CopyValue[]>): Generator<Buffer> {
  let text = ''
  for (const row of rows) {
    text += `${row.map(copyField).join('\t')}\n`
    if (text.length > 65_536) {
      yield Buffer.from(text)
      text = ''
    }
  }
  if (text !== '') yield Buffer.from(text)
}
