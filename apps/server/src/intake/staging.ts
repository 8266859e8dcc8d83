import { failureSignature, outcomeCode, scriptIdentity, type Attempt, type FileFindings, type TestResult } from '@bobbin/core'
import { hash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { run, type Queryable } from '../platform/database.js'
import { copyChunks, type CopyValue } from './copy-text.js'
import { Spool } from './spool.js'

const hashOf = (text: string): Buffer => hash('sha256', text, 'buffer')

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
    const own = hashOf(text)
    const name = key ?? own.toString('latin1')
    if (!this.known.has(name)) {
      if (this.known.size >= REMEMBERED) this.known.clear()
      this.known.set(name, own)
      this.spool.add([own, text])
    }
    return own
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

/**
 * Plans of the merge are made from real sizes, not from guesses about empty tables (a small sample tells them), and its hashes
 * and sorts fit in memory: 100,000 attempts need some 30 MB.
 */
export const PLAN_MERGE = `
set local work_mem = '64MB';
set local default_statistics_target = 10;
analyze stage_attempt, stage_body, stage_signature;
set local default_statistics_target = default`

/** Takes results while their file is read, and holds them ready for the staging tables. */
export class Stage {
  private readonly attempts = new Spool()
  private readonly bodySpool = new Spool()
  private readonly signatureSpool = new Spool()
  private readonly bodies = new TextPool(this.bodySpool)
  private readonly signatures = new TextPool(this.signatureSpool)
  private seq = 0

  add(result: TestResult): void {
    const test = testValues(result)
    for (const [i, attempt] of result.attempts.entries()) {
      this.attempts.add(attemptRow(this.seq, i + 1, test, attempt, this.bodies, this.signatures))
    }
    this.seq++
  }

  /** The attempts in COPY's text format, texts aside. */
  attemptChunks(): AsyncGenerator<Buffer> {
    return this.attempts.chunks()
  }

  async copy(transaction: Transaction): Promise<void> {
    await copyChunks(transaction, 'stage_attempt', ATTEMPT_COLUMNS, this.attemptChunks())
    await copyChunks(transaction, 'stage_body', ['hash', 'text'], this.bodySpool.chunks())
    await copyChunks(transaction, 'stage_signature', ['hash', 'text'], this.signatureSpool.chunks())
  }

  dispose(): void {
    for (const spool of [this.attempts, this.bodySpool, this.signatureSpool]) spool.dispose()
  }
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

/** What all attempts at a test share: the columns from `identity` to `keys`, and its properties, which its first attempt carries. */
interface TestValues {
  columns: readonly CopyValue[]
  properties: string | null
}

function testValues(result: TestResult): TestValues {
  const { name, classname, suites, sourceFile, profile, keys, properties } = result
  return {
    columns: [hashOf(scriptIdentity(result)), name || '(no name)', classname, suites, sourceFile, profile, keys],
    properties: properties.length > 0 ? wellFormedJson(properties) : null,
  }
}

function attemptRow(seq: number, ordinal: number, test: TestValues, attempt: Attempt, bodies: TextPool, signatures: TextPool): CopyValue[] {
  return [seq, ordinal, ...test.columns, ...attemptValues(attempt, bodies, signatures), ordinal === 1 ? test.properties : null]
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
