import { outcomeCode, type Attempt, type FileFindings } from '@bobbin/core'
import { StringDecoder } from 'node:string_decoder'
import { NULL_FIELD, textField } from './copy-text.js'
import { Spool } from './spool.js'

/**
 * Attempts on their way from a file to the tables. While the file is read each is written as a line in COPY's text format, with what it
 * says itself: ordinal, outcome, duration, start, reason, properties, and the numbers of its texts in the file, or nothing where it has
 * none. Once scripts and texts have their numbers in the project, lines become rows.
 */

/** The columns that a line begins with. */
const OWN = ['ordinal', 'outcome', 'duration_ms', 'started_at', 'reason', 'properties']
/** The texts of an attempt, in the order in which a line names them: the first is a failure's signature. */
const TEXTS = ['signature_id', 'message_id', 'failures_id', 'stdout_id', 'stderr_id', 'steps_id']
const NO_TEXTS = TEXTS.map(() => NULL_FIELD).join('\t')

/** The columns of `attempt` in the rows that are made for it, and of the table where attempts wait for their ordinals. */
export const ATTEMPT_COLUMNS = ['run_id', 'day', 'file_id', 'script_id', ...OWN, ...TEXTS]
export const WAITING_COLUMNS = ['seq', 'script_id', ...OWN, ...TEXTS]
export const RESULT_COLUMNS = ['run_id', 'day', 'attempts', 'script_id', 'outcome', 'duration_ms', 'signature_id', 'message_id']

/** A duration is kept as a number of four bytes; one of many digits is written as that number, so that nobody rounds it otherwise. */
const durationField = (ms: number): string => {
  const digits = String(ms)
  return digits.length <= 6 ? digits : String(Math.fround(ms))
}

/** @param texts numbers of its texts, joined by commas, or nothing */
export function attemptLine(
  ordinal: number,
  { outcome, durationMs, startedAt, reason }: Attempt,
  properties: string,
  texts: string,
): string {
  const duration = durationMs === null ? NULL_FIELD : durationField(durationMs)
  const started = startedAt === null ? NULL_FIELD : new Date(startedAt).toISOString()
  return `${ordinal}\t${outcomeCode(outcome)}\t${duration}\t${started}\t${textField(reason)}\t${properties}\t${texts}`
}

/** What numbers mean in the project. */
export interface Meaning {
  scriptOf(seq: number): number
  /** Ids of texts and of signatures, by their number in the file; the first has number 1. */
  texts: readonly string[]
  signatures: readonly string[]
}

/** What the end of a file told about its attempts. */
export class Settled {
  private readonly dropped: ReadonlySet<number>
  private readonly reasons: ReadonlyMap<number, string>
  /** Tries that were written as skipped and failed. */
  private readonly failed: ReadonlySet<number>
  readonly isEmpty: boolean

  constructor({ settlement: { groups, dropped, reasons } }: FileFindings) {
    this.dropped = new Set(dropped)
    this.reasons = new Map(reasons.map(({ seq, reason }) => [seq, textField(reason)]))
    const retried = groups.filter((group) => group.kind === 'attempts' && group.skipsWereFailures)
    this.failed = new Set(retried.flatMap(({ members }) => members.slice(0, -1)))
    this.isEmpty = this.dropped.size + this.reasons.size + this.failed.size === 0
  }

  /** @returns the line of an attempt as it is in the end; null for one that is no test */
  line(seq: number, line: string): string | null {
    if (this.dropped.has(seq)) return null
    const reason = this.reasons.get(seq)
    const failed = this.failed.has(seq)
    if (reason === undefined && !failed) return line
    const fields = line.split('\t')
    if (reason !== undefined) fields[OWN.indexOf('reason')] = reason
    if (failed && fields[1] === SKIPPED) fields[1] = FAILED
    return fields.join('\t')
  }
}

const SKIPPED = String(outcomeCode('skipped'))
const FAILED = String(outcomeCode('failed'))
const ERRORED = String(outcomeCode('errored'))

/** So much text is turned into bytes at once, in UTF-16 units. */
const PIECE = 1 << 16

type Row = (seq: number, own: string, texts: string) => string

/** Rows of attempts from their lines; `row` gives one with its line feed, of what it says itself and of its texts. */
async function* rowsOf(lines: AsyncIterable<Buffer>, settled: Settled, meaning: Meaning, row: Row): AsyncGenerator<Buffer> {
  let seq = -1
  let text = ''
  for await (const some of linesOf(lines)) {
    for (const line of some) {
      if (line.startsWith('1\t')) seq++
      const own = settled.isEmpty ? line : settled.line(seq, line)
      if (own === null) continue
      const end = own.lastIndexOf('\t')
      const texts = end === own.length - 1 ? NO_TEXTS : textFields(own.slice(end + 1), meaning)
      text += row(seq, own.slice(0, end), texts)
    }
    if (text.length < PIECE) continue
    yield Buffer.from(text)
    text = ''
  }
  if (text !== '') yield Buffer.from(text)
}

function textFields(numbers: string, { texts, signatures }: Meaning): string {
  return numbers
    .split(',')
    .map((number, i) => (number === '' ? NULL_FIELD : ((i === 0 ? signatures : texts)[Number(number) - 1] ?? NULL_FIELD)))
    .join('\t')
}

async function* linesOf(chunks: AsyncIterable<Buffer>): AsyncGenerator<string[]> {
  const decoder = new StringDecoder('utf8')
  let rest = ''
  for await (const chunk of chunks) {
    const lines = (rest + decoder.write(chunk)).split('\n')
    rest = lines.pop() ?? ''
    yield lines
  }
}

/** Rows of WAITING_COLUMNS: attempts of tests that their run may know already. */
export const waitingRows = (lines: AsyncIterable<Buffer>, settled: Settled, meaning: Meaning): AsyncGenerator<Buffer> =>
  rowsOf(lines, settled, meaning, (seq, own, texts) => `${seq}\t${meaning.scriptOf(seq)}\t${own}\t${texts}\n`)

/** What results add to the sums of their run: how many have each outcome, by its code, and their time in whole microseconds. */
export interface Added {
  outcomes: number[]
  durationUs: number
}

/** Rows of attempts that are the only ones at their tests, with those of their results and what they add up to. */
export class FirstRows {
  /** Rows of RESULT_COLUMNS, once all attempts were taken. */
  readonly results = new Spool()
  readonly added: Added = { outcomes: new Array<number>(8).fill(0), durationUs: 0 }

  constructor(
    private readonly lines: AsyncIterable<Buffer>,
    private readonly settled: Settled,
    private readonly meaning: Meaning,
    private readonly place: { runId: number; day: string; fileId: number },
  ) {}

  /** Rows of ATTEMPT_COLUMNS. */
  attempts(): AsyncGenerator<Buffer> {
    const { runId, day, fileId } = this.place
    const before = `${runId}\t${day}\t${fileId}\t`
    const beforeResult = `${runId}\t${day}\t1\t`
    return rowsOf(this.lines, this.settled, this.meaning, (seq, own, texts) => {
      const script = this.meaning.scriptOf(seq)
      const outcome = own.charAt(2)
      const duration = own.slice(4, own.indexOf('\t', 4))
      this.results.add(`${beforeResult}${script}\t${outcome}\t${duration}\t${resultTexts(outcome, texts)}`)
      this.added.outcomes[Number(outcome)] = (this.added.outcomes[Number(outcome)] ?? 0) + 1
      if (duration !== NULL_FIELD) this.added.durationUs += microseconds(Number(duration))
      return `${before}${script}\t${own}\t${texts}\n`
    })
  }

  dispose(): void {
    this.results.dispose()
  }
}

/** A result keeps the signature of what failed, and its message. */
function resultTexts(outcome: string, texts: string): string {
  if (texts === NO_TEXTS) return `${NULL_FIELD}\t${NULL_FIELD}`
  const [signature, message] = texts.split('\t', 2)
  return `${outcome === FAILED || outcome === ERRORED ? signature : NULL_FIELD}\t${message}`
}

/** As the database rounds a number: a half to the even one. */
export function microseconds(ms: number): number {
  const exact = Math.fround(ms) * 1000
  const rounded = Math.round(exact)
  return rounded - exact === 0.5 && rounded % 2 !== 0 ? rounded - 1 : rounded
}
