import { failureSignature, outcomeCode, scriptIdentity, type Attempt, type ParsedFile } from '@bobbin/core'
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { copyRows, type CopyValue } from './copy-text.js'

const hashOf = (text: string) => createHash('sha256').update(text).digest()

/** Texts of one file, each once by content. */
class TextPool {
  readonly rows = new Map<string, [Buffer, string]>()

  add(text: string | null): Buffer | null {
    if (text === null || text === '') return null
    const hash = hashOf(text)
    const key = hash.toString('base64')
    if (!this.rows.has(key)) this.rows.set(key, [hash, text])
    return hash
  }
}

export const ATTEMPT_COLUMNS = [
  'seq', 'ordinal', 'identity', 'name', 'classname', 'suites', 'file', 'profile', 'keys', 'outcome', 'duration_ms', 'started_at',
  'signature', 'message', 'failures', 'stdout', 'stderr', 'reason', 'properties',
] // prettier-ignore

/** Temporary tables that a file goes through; they end with the transaction. */
export const MAKE_STAGE = `
create temporary table stage_body (hash bytea, text text) on commit drop;
create temporary table stage_signature (hash bytea, text text) on commit drop;
create temporary table stage_attempt (
  seq int, ordinal smallint, identity bytea, name text, classname text, suites text[], file text, profile text, keys text[],
  outcome smallint, duration_ms real, started_at timestamptz, signature bytea, message bytea, failures bytea, stdout bytea, stderr bytea,
  reason text, properties jsonb
) on commit drop`

/** Plans of the merge are made from real sizes, not from guesses about empty tables. */
export const ANALYZE_STAGE = 'analyze stage_attempt, stage_body, stage_signature'

/** Copies a parsed file into the staging tables. */
export async function stage(transaction: Transaction, parsed: ParsedFile): Promise<void> {
  const bodies = new TextPool()
  const signatures = new TextPool()
  const rows = attemptRows(parsed, bodies, signatures)
  await copyRows(transaction, 'stage_attempt', ATTEMPT_COLUMNS, rows)
  await copyRows(transaction, 'stage_body', ['hash', 'text'], bodies.rows.values())
  await copyRows(transaction, 'stage_signature', ['hash', 'text'], signatures.rows.values())
}

function* attemptRows(parsed: ParsedFile, bodies: TextPool, signatures: TextPool): Generator<CopyValue[]> {
  let seq = 0
  for (const result of parsed.results) {
    seq++
    const identity = hashOf(scriptIdentity(result))
    const properties = result.properties.length > 0 ? wellFormedJson(result.properties) : null
    const test = [identity, result.name || '(no name)', result.classname, result.suites, result.sourceFile, result.profile, result.keys]
    let ordinal = 0
    for (const attempt of result.attempts) {
      ordinal++
      yield [seq, ordinal, ...test, ...attemptValues(attempt, bodies, signatures), ordinal === 1 ? properties : null]
    }
  }
}

function attemptValues(attempt: Attempt, bodies: TextPool, signatures: TextPool): CopyValue[] {
  const [first] = attempt.failures
  const message = first ? (first.message ?? first.type ?? first.stack) : attempt.reason
  return [
    outcomeCode(attempt.outcome),
    attempt.durationMs,
    attempt.startedAt === null ? null : new Date(attempt.startedAt),
    first ? signatures.add(failureSignature(first)) : null,
    bodies.add(message),
    attempt.failures.length > 0 ? bodies.add(JSON.stringify(attempt.failures)) : null,
    bodies.add(attempt.stdout),
    bodies.add(attempt.stderr),
    attempt.reason,
  ]
}

/** jsonb refuses half surrogate pairs; a round trip through UTF-8 replaces them. */
const wellFormedJson = (properties: { name: string; value: string }[]) =>
  JSON.stringify(properties.map(({ name, value }) => ({ name: Buffer.from(name).toString(), value: Buffer.from(value).toString() })))
