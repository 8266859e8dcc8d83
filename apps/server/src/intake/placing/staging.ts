import { detached, failureSignature, scriptIdentity, type Attempt, type Failure, type FileFindings, type TestResult } from '@bobbin/core'
import type { ReadResult } from '../reading/packed-results.js'
import { hash } from 'node:crypto'
import { type InTransaction, run } from '../../platform/database.js'
import { attemptLine } from '../storing/attempt-rows.js'
import { bytesField, copyChunks, listField, NULL_FIELD, textField } from '../storing/copy-text.js'
import type { Claims, Counts, KnownPlace, KnownScripts, Learnt, PlaceOfTest } from './known-scripts.js'
import { Numbers } from '../storing/numbers.js'
import { Spool } from '../storing/spool.js'
import { openStage } from './stage-tables.js'
import { StagedAttachments } from '../storing/staged-attachments.js'
import { SHORT, StagedTexts } from '../storing/texts.js'
import { wordsOf } from '../reading/words-of.js'

/** The SHA-256 of a text, as a field of COPY's text format. */
const hashField = (text: string): string => bytesField(hash('sha256', text, 'hex'))

/** So many short failures are remembered with their columns. */
const MOST_FAILURES = 1000

const TEST_COLUMNS = ['seq', 'script_id', 'identity', 'name', 'classname', 'suites', 'file', 'profile', 'keys']

/** So many tests of a file are learnt at most. */
const MOST_LEARNT = 100_000

/** Where the tests stand that were added last, and which of that place are known. */
interface OpenPlace {
  at: PlaceOfTest
  known: KnownPlace | null
  /** The place in memory of its own, once a test of it is to be learnt. */
  kept?: PlaceOfTest
}

/** Takes results while their file is read, and holds them ready for the staging tables. */
export class Stage {
  private readonly testRows = new Spool()
  /** Known tests whose declared keys were tied to their cases before: looked at only where cases or links changed since. */
  private readonly settledRows = new Spool()
  private readonly claims: Claims | null
  private readonly attemptLines = new Spool()
  readonly texts = new StagedTexts()
  /** Whether a test declares a key that has to be looked at. */
  declares = false
  /** Whether a test was tried more than once. */
  retries = false
  private readonly lists = new ListFields()
  readonly attachments = new StagedAttachments()
  /** The texts of failures that were staged, by what they say. */
  private lastFailures = new Map<string, string>()
  private seq = 0
  /** How many tests have to be looked for. */
  unknown = 0
  private place: OpenPlace | null = null
  private readonly frameworks = new Set<string | null>()
  /** By test: the script that was known from the beginning, and the one that was found or made for it. */
  private readonly knownScripts = new Numbers()
  private foundScripts = new Numbers()
  private readonly toLearn = new Map<number, Omit<Learnt, 'scriptId'>>()
  /** Tests that declare keys. */
  private readonly toSettle = new Set<number>()

  /** @param known scripts that need not be looked for */
  constructor(readonly known: KnownScripts | null = null) {
    this.claims = known?.claims ?? null
  }

  add(result: ReadResult): void {
    const script = this.knownScript(result)
    this.knownScripts.add(script)
    if (result.keys.length > 0 && this.toSettle.size < MOST_LEARNT) this.toSettle.add(this.seq)
    if (result.keys.length > 0 && this.claims?.settled.has(script)) this.settledRows.add(this.testRow(result, script))
    else if (script === 0 || result.keys.length > 0) this.addTest(result, script)
    if (result.attempts.length > 1) this.retries = true
    const properties = result.properties.length > 0 ? textField(wellFormedJson(result.properties)) : NULL_FIELD
    for (const [i, attempt] of result.attempts.entries()) {
      if (attempt.attachments.length > 0) this.attachments.add(this.seq, i + 1, attempt.attachments)
      this.attemptLines.add(
        attemptLine(i + 1, attempt, i === 0 ? properties : NULL_FIELD, this.textsOf(attempt, result, result.signatures?.[i])),
      )
    }
    this.seq++
  }

  /** The script of a test that says what it says; 0 where none is known. */
  private knownScript(result: TestResult): number {
    if (!this.place || !isPlace(this.place.at, result)) this.place = this.open(result)
    if (!this.place.known || result.occurrence > 1) return 0
    return this.place.known.scripts.get(wordsOf(result)) ?? 0
  }

  /** Tests of one place stand together in a file. */
  private open({ classname, suites, sourceFile, profile }: PlaceOfTest): OpenPlace {
    const at = { classname, suites, sourceFile, profile }
    const known = this.known?.at(at) ?? null
    if (known?.framework === undefined) return { at, known: null }
    this.frameworks.add(known.framework)
    return { at, known }
  }

  private testRow(result: TestResult, script: number): string {
    const { name, classname, suites, sourceFile, profile, keys } = result
    return [
      this.seq,
      script === 0 ? NULL_FIELD : script,
      script === 0 ? hashField(scriptIdentity(result)) : NULL_FIELD,
      textField(name || '(no name)'),
      textField(classname),
      this.lists.field(suites),
      textField(sourceFile),
      textField(profile),
      listField(keys),
    ].join('\t')
  }

  private addTest(result: TestResult, script: number): void {
    this.testRows.add(this.testRow(result, script))
    if (result.keys.length > 0) this.declares = true
    if (script > 0) return
    this.unknown++
    if (result.occurrence === 1 && this.place && this.toLearn.size < MOST_LEARNT) {
      this.place.kept ??= detachedPlace(this.place.at)
      this.toLearn.set(this.seq, { place: this.place.kept, words: detached(wordsOf(result)) })
    }
  }

  /** The numbers of an attempt's texts, in the order of TEXTS; nothing where there are none. */
  private textsOf(
    { failures, outcome, reason, stdout, stderr, steps }: Attempt,
    test: TestResult,
    known: string | null | undefined,
  ): string {
    const [first] = failures
    // a thread that read the result has looked already
    const signature = known === undefined && first ? failureSignature(first, test) : (known ?? null)
    const failed = failures.length > 0 ? this.failureTexts(failures, signature) : this.untold(outcome, reason, test)
    if (failed === '' && !stdout && !stderr && steps.length === 0) return ''
    const story = steps.length > 0 ? this.texts.bodies.add(JSON.stringify(steps)) : ''
    return `${failed || ',,'},${this.texts.bodies.add(stdout)},${this.texts.bodies.add(stderr)},${story}`
  }

  /** The same where no failure is told: of a test that failed all the same there is a signature, and nothing but why it was skipped otherwise. */
  private untold(outcome: Attempt['outcome'], reason: string | null, test: TestResult): string {
    const red = outcome === 'failed' || outcome === 'errored'
    const signature = red ? this.texts.signatures.add(failureSignature({ message: null, type: null }, test)) : ''
    return reason ? `${signature},${this.texts.bodies.add(reason)},` : signature && `${signature},,`
  }

  /** Signature, message and failures. Many tests of a run fail for one cause, with the same words: those are looked at once. */
  private failureTexts(failures: readonly Failure[], signature: string | null): string {
    const json = JSON.stringify(failures)
    // alike in their words, they may be other causes
    const key = `${signature ?? ''}\u001e${json}`
    const last = this.lastFailures.get(key)
    if (last !== undefined) return last
    const [first] = failures
    const texts = [
      this.texts.signatures.add(signature),
      this.texts.bodies.add(first ? (first.message ?? first.type ?? first.stack) : null),
      this.texts.bodies.add(json),
    ].join(',')
    // not clear(): engines tie a table that was cleared to the one after it, and what grew old keeps that in memory
    if (this.lastFailures.size >= MOST_FAILURES) this.lastFailures = new Map()
    if (json.length < SHORT) this.lastFailures.set(key, texts)
    return texts
  }

  /** Attempts as attemptLine() writes them, in order. */
  attempts(): AsyncGenerator<Buffer> {
    return this.attemptLines.chunks()
  }

  /** How many tests it holds. */
  get tests(): number {
    return this.seq
  }

  /** The script of each test, once all were told theirs; 0 where one was not. */
  scriptOf(seq: number): number {
    return this.foundScripts.at(seq) || this.knownScripts.at(seq)
  }

  isKnown(seq: number): boolean {
    return this.knownScripts.at(seq) > 0
  }

  /** Tests were told their scripts. */
  found(seqs: readonly number[], scripts: readonly number[]): void {
    for (const [i, seq] of seqs.entries()) this.foundScripts.set(seq, scripts[i] ?? 0)
  }

  /** Whoever told them took it back. */
  forgetFound(): void {
    this.foundScripts = new Numbers()
  }

  /** Tests whose scripts say something else, or that are not what their names say. */
  notToLearn(seqs: readonly number[]): void {
    for (const seq of seqs) {
      this.toLearn.delete(seq)
      this.toSettle.delete(seq)
    }
  }

  /** Scripts of which every declared key was tied to its case; `unsettled` declare one that no case has. */
  *settled(unsettled: ReadonlySet<number>): Generator<number> {
    for (const seq of this.toSettle) {
      const script = this.scriptOf(seq)
      // what turned out to be no test has none
      if (script > 0 && !unsettled.has(script)) yield script
    }
  }

  /** What can be known of the tests that had to be looked for. */
  *learnt(): Generator<Learnt> {
    for (const [seq, test] of this.toLearn) {
      const scriptId = this.scriptOf(seq)
      if (scriptId > 0) yield { ...test, scriptId }
    }
  }

  /** Whether what is known of the tests still holds, given the file's end and how often scripts were forgotten. */
  holds(framework: string | null, { forgotten }: Pick<Counts, 'forgotten'>): boolean {
    if (!this.known) return true
    return this.known.forgotten === forgotten && (framework === null || [...this.frameworks].every((known) => known === framework))
  }

  /** Whether cases or links changed since keys of its tests were tied: all of them have to be looked at. */
  claimsChanged({ claims }: Pick<Counts, 'claims'>): boolean {
    return !this.settledRows.isEmpty && this.claims?.changed !== claims
  }

  /** Copies the tests whose keys were tied before. */
  async copySettled(db: InTransaction): Promise<void> {
    this.declares = true
    await openStage(db)
    await copyChunks(db.transaction, 'stage_test', TEST_COLUMNS, this.settledRows.chunks())
  }

  /** Puts the tests so far on disk, so that they can be copied while more are added. @returns where the next one will begin there */
  flush(): number {
    return this.testRows.flush()
  }

  /** Copies the tests between two places that flush() told. */
  async copyBetween(db: InTransaction, from: number, to: number): Promise<void> {
    await openStage(db)
    await copyChunks(db.transaction, 'stage_test', TEST_COLUMNS, this.testRows.between(from, to))
  }

  /** @param from where the tests begin that were not copied before */
  async copyTests(db: InTransaction, from = 0): Promise<void> {
    if (this.testRows.isEmpty) return
    await openStage(db)
    await copyChunks(db.transaction, 'stage_test', TEST_COLUMNS, this.testRows.chunks(from))
  }

  dispose(): void {
    for (const spool of [this.testRows, this.settledRows, this.attemptLines, this.texts, this.attachments]) spool.dispose()
  }
}

const isPlace = (a: PlaceOfTest, b: PlaceOfTest): boolean =>
  a.classname === b.classname && a.sourceFile === b.sourceFile && a.profile === b.profile && isList(a.suites, b.suites)

const isList = (a: readonly string[], b: readonly string[]): boolean =>
  a === b || (a.length === b.length && a.every((text, i) => text === b[i]))

const detachedPlace = ({ classname, suites, sourceFile, profile }: PlaceOfTest): PlaceOfTest => {
  const kept = (text: string | null) => (text === null ? null : detached(text))
  return { classname: kept(classname), suites: suites.map(detached), sourceFile: kept(sourceFile), profile: kept(profile) }
}

/**
 * Applies what only the end of a file could tell to its staged tests (settleResults in the core says the same over plain values).
 * Tries at one test need nothing: they share its identity, and become its attempts in the order of the file.
 * @returns how many have to be looked for although their script seemed to be known
 */
export async function settleTests(
  db: InTransaction,
  stage: Stage,
  { settlement: { groups, dropped } }: FileFindings,
): Promise<{ lookedForNow: number }> {
  if (dropped.length > 0 || groups.some(({ kind }) => kind === 'distinct')) await openStage(db)
  if (dropped.length > 0) await run(db, 'delete from stage_test where seq = any($dropped::int[])', { dropped })
  const twins = groups
    .filter((group) => group.kind === 'distinct')
    .flatMap(({ members }) => members.slice(1).map((seq, i) => ({ seq, nth: i + 2 })))
  if (twins.length === 0) return { lookedForNow: 0 }
  stage.notToLearn(twins.map(({ seq }) => seq))
  const known = twins.filter(({ seq }) => stage.isKnown(seq))
  if (known.length > 0) {
    stage.declares = true
    await run(db, 'delete from stage_test where seq = any($seqs::int[])', { seqs: known.map(({ seq }) => seq) })
    await run(db, STAGE_KNOWN, { seqs: known.map(({ seq }) => seq), scripts: known.map(({ seq }) => stage.scriptOf(seq)) })
  }
  await run(
    db,
    `update stage_test a set identity = sha256(a.identity || convert_to('#' || x.nth, 'UTF8'))
     from unnest($seqs::int[], $nths::int[]) as x (seq, nth) where x.seq = a.seq`,
    { seqs: twins.map(({ seq }) => seq), nths: twins.map(({ nth }) => nth) },
  )
  return { lookedForNow: known.length }
}

/** Tests whose script was taken for known are looked for after all. */
const STAGE_KNOWN = `
insert into stage_test (seq, identity, name, classname, suites, file, profile, keys)
select x.seq, s.identity, s.name, s.classname, s.suites, s.file, s.profile, s.keys
from unnest($seqs::int[], $scripts::int[]) as x (seq, script) join script s on s.id = x.script`

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
