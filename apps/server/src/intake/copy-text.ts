import type { Transaction } from 'sequelize'
import type { ClientBase } from 'pg'
import { from } from 'pg-copy-streams'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

export type CopyValue = string | number | null | Buffer | Date | string[]

const ESCAPES: Record<string, string> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' }
const escapeText = (text: string) => text.replace(/[\\\t\n\r]/g, (char) => ESCAPES[char] ?? char)

/** One value in PostgreSQL's COPY text format. */
export function copyField(value: CopyValue): string {
  if (value === null) return '\\N'
  if (typeof value === 'number') return String(value)
  if (Buffer.isBuffer(value)) return `\\\\x${value.toString('hex')}`
  if (value instanceof Date) return value.toISOString()
  if (Array.isArray(value)) return escapeText(`{${value.map((item) => `"${item.replace(/["\\]/g, '\\$&')}"`).join(',')}}`)
  return escapeText(value)
}

/** Streams rows into a table inside a Sequelize transaction, whose connection is the pg client. */
export async function copyRows(transaction: Transaction, table: string, columns: string[], rows: Iterable<CopyValue[]>): Promise<void> {
  const client = (transaction as unknown as { connection: ClientBase }).connection
  const target = client.query(from(`copy ${table} (${columns.join(', ')}) from stdin`))
  await pipeline(Readable.from(chunks(rows)), target)
}

/** Streams rows that are in COPY's text format already. */
export async function copyChunks(transaction: Transaction, table: string, columns: string[], chunks: AsyncIterable<Buffer>): Promise<void> {
  const client = (transaction as unknown as { connection: ClientBase }).connection
  await pipeline(Readable.from(chunks), client.query(from(`copy ${table} (${columns.join(', ')}) from stdin`)))
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
