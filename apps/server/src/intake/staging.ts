import {
  detached,
  failureSignature,
  outcomeCode,
  scriptIdentity,
  type Attempt,
  type Failure,
  type FileFindings,
  type TestResult,
} from '@bobbin/core'
import { hash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { run, type Queryable } from '../platform/database.js'
import { bytesField, copyChunks, listField, NULL_FIELD, textField } from './copy-text.js'
import { Spool } from './spool.js'
import { StagedAttachments } from './staged-attachments.js'

/** The SHA-256 of a text, as a field of COPY's text format. */
const hashField = (text: string): string => bytesField(hash('sha256', text, 'hex'))

/** So many bytes of texts are remembered to keep a text from being staged twice; one that slips through is stored once all the same. */
const REMEMBERED = 4 << 20
/** What remembering a text takes beside its characters: the field with its hash, a place in the map, the heads of both. */
const BESIDE_TEXT = 200
/** A longer text is remembered by its hash. */
const SHORT = 4096
/** So many short failures are remembered with their columns. */
const MOST_FAILURES = 1000

/** Texts of one file, each staged once by content as long as it is remembered. */
class TextPool {
  private known = new Map<string, string>()
  private remembered = 0

  constructor(private readonly spool: Spool) {}

  /** @returns the field that holds the text's hash */
  add(text: string | null): string {
    if (text === null || text === '') return NULL_FIELD
    const before = text.length < SHORT ? this.known.get(text) : undefined
    if (before !== undefined) return before
    const field = hashField(text)
    const key = text.length < SHORT ? text : field
    if (!this.known.has(key)) this.stage(key, field, text)
    return field
  }

  private stage(key: string, field: string, text: string): void {
    const size = key.length + BESIDE_TEXT
    this.remembered += size
    if (this.remembered > REMEMBERED) {
      this.known = new Map()
      this.remembered = size
    }
    this.known.set(detached(key), field)
    this.spool.add(`${field}\t${textField(text)}`)
  }
}

export const ATTEMPT_COLUMNS = [
  'seq', 'ordinal', 'identity', 'name', 'classname', 'suites', 'file', 'profile', 'keys', 'outcome', 'duration_ms', 'started_at',
  'signature', 'message', 'failures', 'stdout', 'stderr', 'steps', 'reason', 'properties',
] // prettier-ignore

/** The columns of a staged attempt, for making its table. */
export const STAGE_COLUMNS = `
  seq int, ordinal smallint, identity bytea, name text, classname text, suites text[], file text, profile text, keys text[],
  outcome smallint, duration_ms real, started_at timestamptz, signature bytea, message bytea, failures bytea, stdout bytea, stderr bytea, steps bytea,
  reason text, properties jsonb`

/**
 * Temporary tables that a file goes through. A connection makes them once and finds them empty at every transaction: making them anew
 * for each batch of a live run took longer than storing it, and left its traces in the catalog.
 */
export const MAKE_STAGE = `
create temporary table if not exists stage_body (hash bytea, text text) on commit delete rows;
create temporary table if not exists stage_signature (hash bytea, text text) on commit delete rows;
create temporary table if not exists stage_attempt (${STAGE_COLUMNS}) on commit delete rows;
create temporary table if not exists stage_declared (seq int, identity bytea, name text, key text, case_id int) on commit delete rows;
create temporary table if not exists stage_script (seq int, script_id int, differs boolean) on commit delete rows`

/**
 * Hashes and sorts of the merge fit in memory: 100,000 attempts need some 30 MB. Tests are met with their scripts by hash: what the
 * planner takes for many more rows than there are, it would sort first.
 */
export const MERGE_IN_MEMORY = "set local work_mem = '64MB'; set local enable_mergejoin = off"

/** Plans of a large merge are made from what the tables hold, not from guesses about it; a small sample tells that. */
export const PLAN_MERGE = `
set local default_statistics_target = 10;
analyze stage_attempt, stage_body, stage_signature;
set local default_statistics_target = default`

/** With fewer tests than this the sizes of the tables, which the planner sees by itself, make a good plan. */
const FEW = 20_000

/** Takes results while their file is read, and holds them ready for the staging tables. */
export class Stage {
  private readonly attempts = new Spool()
  private readonly bodySpool = new Spool()
  private readonly signatureSpool = new Spool()
  private readonly bodies = new TextPool(this.bodySpool)
  private readonly signatures = new TextPool(this.signatureSpool)
  /** Whether a test declares a key. */
  declares = false
  /** Whether a test was tried more than once. */
  retries = false
  private readonly lists = new ListFields()
  readonly attachments = new StagedAttachments()
  /** The columns of failures that were staged, by what they say. */
  private lastFailures = new Map<string, string>()
  private seq = 0

  add(result: TestResult): void {
    const test = this.testFields(result)
    if (result.keys.length > 0) this.declares = true
    if (result.attempts.length > 1) this.retries = true
    const properties = result.properties.length > 0 ? textField(wellFormedJson(result.properties)) : NULL_FIELD
    for (const [i, attempt] of result.attempts.entries()) {
      if (attempt.attachments.length > 0) this.attachments.add(this.seq, i + 1, attempt.attachments)
      this.attempts.add(`${this.seq}\t${i + 1}\t${test}\t${this.attemptFields(attempt)}\t${i === 0 ? properties : NULL_FIELD}`)
    }
    this.seq++
  }

  /** What all attempts at a test share: the columns from `identity` to `keys`. */
  private testFields(result: TestResult): string {
    const { name, classname, suites, sourceFile, profile, keys } = result
    return [
      hashField(scriptIdentity(result)),
      textField(name || '(no name)'),
      textField(classname),
      this.lists.field(suites),
      textField(sourceFile),
      textField(profile),
      listField(keys),
    ].join('\t')
  }

  /** The columns from `outcome` to `reason`. */
  private attemptFields(attempt: Attempt): string {
    const { outcome, durationMs, startedAt, failures, reason, stdout, stderr, steps } = attempt
    return [
      outcomeCode(outcome),
      durationMs ?? NULL_FIELD,
      startedAt === null ? NULL_FIELD : new Date(startedAt).toISOString(),
      failures.length > 0 ? this.failureFields(failures) : `${NULL_FIELD}\t${this.bodies.add(reason)}\t${NULL_FIELD}`,
      this.bodies.add(stdout),
      this.bodies.add(stderr),
      steps.length > 0 ? this.bodies.add(JSON.stringify(steps)) : NULL_FIELD,
      textField(reason),
    ].join('\t')
  }

  /** The columns `signature`, `message` and `failures`. Many tests of a run fail for one cause, with the same words: those are looked at once. */
  private failureFields(failures: readonly Failure[]): string {
    const json = JSON.stringify(failures)
    const last = this.lastFailures.get(json)
    if (last !== undefined) return last
    const [first] = failures
    const fields = [
      this.signatures.add(first ? failureSignature(first) : null),
      this.bodies.add(first ? (first.message ?? first.type ?? first.stack) : null),
      this.bodies.add(json),
    ].join('\t')
    // not clear(): engines tie a table that was cleared to the one after it, and what grew old keeps that in memory
    if (this.lastFailures.size >= MOST_FAILURES) this.lastFailures = new Map()
    if (json.length < SHORT) this.lastFailures.set(json, fields)
    return fields
  }

  /** The attempts in COPY's text format, texts aside, from a place that flush() told. */
  attemptChunks(from = 0): AsyncGenerator<Buffer> {
    return this.attempts.chunks(from)
  }

  /** How many tests it holds. */
  get tests(): number {
    return this.seq
  }

  /** Puts the attempts so far on disk, so that they can be copied while more are added. @returns where the next one will begin there */
  flush(): number {
    return this.attempts.flush()
  }

  /** Copies the attempts between two places that flush() told. */
  copyBetween(transaction: Transaction, from: number, to: number): Promise<void> {
    return copyChunks(transaction, 'stage_attempt', ATTEMPT_COLUMNS, this.attempts.between(from, to))
  }

  /** Whether it holds texts, and signatures of failures. */
  get hasTexts(): boolean {
    return !this.bodySpool.isEmpty
  }
  get hasSignatures(): boolean {
    return !this.signatureSpool.isEmpty
  }
  get isLarge(): boolean {
    return this.seq > FEW
  }

  /** @param from where the attempts begin that were not copied before */
  async copy(transaction: Transaction, from = 0): Promise<void> {
    await copyChunks(transaction, 'stage_attempt', ATTEMPT_COLUMNS, this.attemptChunks(from))
    if (this.hasTexts) await copyChunks(transaction, 'stage_body', ['hash', 'text'], this.bodySpool.chunks())
    if (this.hasSignatures) await copyChunks(transaction, 'stage_signature', ['hash', 'text'], this.signatureSpool.chunks())
  }

  dispose(): void {
    for (const spool of [this.attempts, this.bodySpool, this.signatureSpool, this.attachments]) spool.dispose()
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

/** Lists of suites in COPY's text format: the tests of a suite share one list, which is written once. */
class ListFields {
  private last: readonly string[] = []
  private text = listField([])

  field(list: readonly string[]): string {
    if (list !== this.last) {
      this.last = list
      this.text = listField(list)
    }
    return this.text
  }
}

const HALF_PAIR = /\\ud[89a-f]/i

/** jsonb refuses half surrogate pairs, which JSON writes as escapes; a round trip through UTF-8 replaces them. */
function wellFormedJson(properties: { name: string; value: string }[]): string {
  const json = JSON.stringify(properties)
  if (!HALF_PAIR.test(json)) return json
  return JSON.stringify(properties.map(({ name, value }) => ({ name: Buffer.from(name).toString(), value: Buffer.from(value).toString() })))
}
