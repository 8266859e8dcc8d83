// The rows of result files as COPY takes them, for what a delivery is measured against: everything that a result says, texts by their hash.
import { hash } from 'node:crypto'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { from } from 'pg-copy-streams'
import { readResultFile } from '../../packages/core/dist/index.js'
import { bytesField, listField, NULL_FIELD, textField } from '../../apps/server/dist/intake/storing/copy-text.js'

const COLUMNS = `
  seq int, ordinal smallint, identity bytea, name text, classname text, suites text[], file text, profile text, keys text[],
  outcome text, duration_ms real, started_at timestamptz, message bytea, failures bytea, stdout bytea, stderr bytea, reason text, properties jsonb`

const hashed = (text) => (text ? bytesField(hash('sha256', text, 'hex')) : NULL_FIELD)

/** The rows of a file, in pieces. */
export function rowsOf(content) {
  const rows = []
  let text = ''
  for (const [seq, result] of readResultFile(content).results.entries()) {
    const { name, classname, suites, sourceFile, profile, keys, properties } = result
    for (const [i, { outcome, durationMs, startedAt, failures, stdout, stderr, reason }] of result.attempts.entries()) {
      text += `${[
        seq,
        i + 1,
        hashed(`${classname}${name}`),
        textField(name),
        textField(classname),
        listField(suites),
        textField(sourceFile),
        textField(profile),
        listField(keys),
        outcome,
        durationMs ?? NULL_FIELD,
        startedAt === null ? NULL_FIELD : new Date(startedAt).toISOString(),
        hashed(failures[0]?.message),
        failures.length > 0 ? hashed(JSON.stringify(failures)) : NULL_FIELD,
        hashed(stdout),
        hashed(stderr),
        textField(reason),
        properties.length > 0 ? textField(JSON.stringify(properties)) : NULL_FIELD,
      ].join('\t')}\n`
      if (text.length < 65_536) continue
      rows.push(Buffer.from(text))
      text = ''
    }
  }
  if (text !== '') rows.push(Buffer.from(text))
  return rows
}

/** @param kind of the table: `unlogged`, or nothing for a plain one; it has no index either way */
export const makeTable = (database, kind = '') => database.query(`create ${kind} table bench_rows (${COLUMNS})`)

export const copyRows = (database, rows) => pipeline(Readable.from(rows), database.query(from('copy bench_rows from stdin')))

export const dropTable = (database) => database.query('drop table bench_rows')
