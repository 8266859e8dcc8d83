import {
  failureSignature,
  outcomeCode,
  scriptIdentity,
  type Attempt,
  type FileFindings,
  type ParsedFile,
  type TestResult,
} from '@bobbin/core'
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { run, type Queryable } from '../platform/database.js'
import { copyChunks, copyField, type CopyValue } from './copy-text.js'
import { Spool } from './spool.js'

const hashOf = (text: string) => createHash('sha256').update(text).digest()

/** So many hashes are remembered to keep a text from being staged twice; a text that slips through is stored once all the same. */
const REMEMBERED = 20_000

/** Texts of one file, each staged once by content as long as it is remembered. */
class TextPool {
  private known = new Map<string, Buffer>()

  constructor(private readonly spool: Spool) {}

  add(text: string | null): Buffer | null {
    if (text === null || text === '') return null
    // short texts are remembered by themselves, which spares the hash
    const key = text.length < 256 ? text : null
    const before = key === null ? undefined : this.known.get(key)
    if (before) return before
    const hash = hashOf(text)
    const name = key ?? hash.toString('latin1')
    if (!this.known.has(name)) {
      if (this.known.size >= REMEMBERED) this.known.clear()
      this.known.set(name, hash)
      this.spool.add([hash, text])
    }
    return hash
  }
}

export const ATTEMPT_COLUMNS = [
  'seq', 'ordinal', 'identity', 'name', 'classname', 'suites', 'file', 'profile', 'keys', 'outcome', 'duration_ms', 'started_at',
  'signature', 'message', 'failures', 'stdout', 'stderr', 'reason', 'properties',
] // prettier-ignore

/** The columns of a staged attempt, for making its table. */
export const STAGE_COLUMNS = `
  seq int, ordinal smallint, identity bytea, name text, classname text, suites text[], file text, profile text, keys text[],
  outcome smallint, duration_ms real, started_at timestamptz, signature bytea, message bytea, failures bytea, stdout bytea, stderr bytea,
  reason text, properties jsonb`

/** Temporary tables that a file goes through; they end with the transaction. */
export const MAKE_STAGE = `
create temporary table stage_body (hash bytea, text text) on commit drop;
create temporary table stage_signature (hash bytea, text text) on commit drop;
create temporary table stage_attempt (${STAGE_COLUMNS}) on commit drop`

/** Plans of the merge are made from real sizes, not from guesses about empty tables. */
export const ANALYZE_STAGE = 'analyze stage_attempt, stage_body, stage_signature'

/** Takes results while their file is read, and holds them ready for the staging tables. */
export class Stage {
  private readonly attempts = new Spool()
  private readonly bodySpool = new Spool()
  private readonly signatureSpool = new Spool()
  private readonly bodies = new TextPool(this.bodySpool)
  private readonly signatures = new TextPool(this.signatureSpool)
  private seq = 0

  add(result: TestResult): void {
    for (const row of attemptRows(result, this.seq, this.bodies, this.signatures)) this.attempts.add(row)
    this.seq++
  }

  async copy(transaction: Transaction): Promise<void> {
    await copyChunks(transaction, 'stage_attempt', ATTEMPT_COLUMNS, this.attempts.chunks())
    await copyChunks(transaction, 'stage_body', ['hash', 'text'], this.bodySpool.chunks())
    await copyChunks(transaction, 'stage_signature', ['hash', 'text'], this.signatureSpool.chunks())
  }

  dispose(): void {
    for (const spool of [this.attempts, this.bodySpool, this.signatureSpool]) spool.dispose()
  }
}

/** A parsed file's attempts as lines in COPY's text format, texts aside: what any way of storing them must at least copy. */
export function* stageRows(parsed: ParsedFile): Generator<string> {
  const nowhere = new Spool()
  const [bodies, signatures] = [new TextPool(nowhere), new TextPool(nowhere)]
  for (const [seq, result] of parsed.results.entries())
    for (const row of attemptRows(result, seq, bodies, signatures)) yield `${row.map(copyField).join('\t')}\n`
  nowhere.dispose()
}

/**
 * Applies what only the end of a file could tell to its staged rows (settleResults in the core says the same over plain values).
 * Tries at one test need nothing: they share its identity, and become its attempts in the order of the file.
 */
export async function settleStage(db: Queryable, { settlement: { groups, dropped, reasons } }: FileFindings): Promise<void> {
  if (dropped.length > 0) await run(db, 'delete from stage_attempt where seq = any($dropped::int[])', { dropped })
  if (reasons.length > 0) {
    await run(
      db,
      'update stage_attempt a set reason = x.reason from unnest($seqs::int[], $reasons::text[]) as x (seq, reason) where x.seq = a.seq',
      {
        seqs: reasons.map(({ seq }) => seq),
        reasons: reasons.map(({ reason }) => reason),
      },
    )
  }
  const twins = groups
    .filter((group) => group.kind === 'distinct')
    .flatMap(({ members }) => members.slice(1).map((seq, i) => ({ seq, nth: i + 2 })))
  if (twins.length > 0) {
    await run(
      db,
      `update stage_attempt a set identity = sha256(a.identity || convert_to('#' || x.nth, 'UTF8'))
       from unnest($seqs::int[], $nths::int[]) as x (seq, nth) where x.seq = a.seq`,
      { seqs: twins.map(({ seq }) => seq), nths: twins.map(({ nth }) => nth) },
    )
  }
  const retried = groups
    .filter((group) => group.kind === 'attempts' && group.skipsWereFailures)
    .flatMap(({ members }) => members.slice(0, -1))
  if (retried.length > 0) {
    const bind = { retried, failed: outcomeCode('failed'), skipped: outcomeCode('skipped') }
    await run(db, 'update stage_attempt set outcome = $failed where outcome = $skipped and seq = any($retried::int[])', bind)
  }
}

function* attemptRows(result: TestResult, seq: number, bodies: TextPool, signatures: TextPool): Generator<CopyValue[]> {
  const identity = hashOf(scriptIdentity(result))
  const properties = result.properties.length > 0 ? wellFormedJson(result.properties) : null
  const test = [identity, result.name || '(no name)', result.classname, result.suites, result.sourceFile, result.profile, result.keys]
  let ordinal = 0
  for (const attempt of result.attempts) {
    ordinal++
    yield [seq, ordinal, ...test, ...attemptValues(attempt, bodies, signatures), ordinal === 1 ? properties : null]
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
