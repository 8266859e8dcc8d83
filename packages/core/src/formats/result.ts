import type { FilePlace } from '../identity/source-path.js'
import type { Outcome } from '../results/outcome.js'

/** A place in a file; lines and columns start at 1. */
export interface Place {
  line: number
  column: number
}

/** One thing a test said went wrong. One attempt can hold several (soft assertions, a failing tear-down after a failing test). */
export interface Failure {
  message: string | null
  type: string | null
  stack: string | null
  /** What the check wanted and what it found, where the file says so apart from the message. */
  expected?: string | null
  actual?: string | null
}

/** One action inside an attempt. */
export interface TestStep {
  /** `Given`, `Before`, `setup` …: what kind of step it is, where the file says so. */
  keyword: string | null
  text: string
  outcome: Outcome
  durationMs: number | null
  message: string | null
  /** Steps inside this one. */
  steps: TestStep[]
}

/** A picture, log or record that belongs to an attempt: either inside the result file, or beside it. */
export interface AttachmentRef {
  name: string
  mediaType: string | null
  /** Where it stood when the runner wrote the file. */
  path: string | null
  /** What it holds, where the result file has it inside. */
  content: { text: string; encoding: 'utf8' | 'base64' } | null
}

/** One try at a test. Times in milliseconds; `startedAt` in ms since the epoch (UTC). */
export interface Attempt {
  outcome: Outcome
  durationMs: number | null
  startedAt: number | null
  failures: Failure[]
  /** Why it was skipped or blocked, where the file says so. */
  reason: string | null
  stdout: string | null
  stderr: string | null
  steps: readonly TestStep[]
  attachments: readonly AttachmentRef[]
}

export interface Property {
  name: string
  value: string
}

/** One test of one result file, whatever the format. */
export interface TestResult {
  name: string
  /** Names of the enclosing suites, outermost first. */
  suites: string[]
  classname: string | null
  sourceFile: string | null
  /** What it was tested on, where the runner says so (browser project, device). */
  profile: string | null
  /** 1, or 2, 3 … for further tests of the same name in the same file. */
  occurrence: number
  outcome: Outcome
  durationMs: number | null
  attempts: Attempt[]
  properties: Property[]
  /** Case keys that the test declares, in the order found, each once. */
  keys: string[]
  place: Place
}

export type FaultCode =
  /** a file or module did not load or compile */
  | 'load'
  /** a set-up or tear-down outside any test */
  | 'hook'
  /** an error of a suite as a whole */
  | 'suite'
  /** failures are declared that the file does not show */
  | 'undelivered'
  /** the runner gave up on purpose */
  | 'bailOut'
  /** more or fewer tests than were planned */
  | 'plan'
  /** the runner or a process died, or the file breaks off */
  | 'crash'

/**
 * Something that went wrong outside any test. It makes the run incomplete:
 * tests that are missing because of it are not run, not gone.
 */
export interface Fault {
  code: FaultCode
  /** What it happened in: a file, a suite, a hook. */
  subject: string
  message: string | null
  stack: string | null
  place: Place
}

export type WarningCode =
  | 'illFormed'
  | 'encoding'
  | 'doctype'
  | 'duration'
  | 'timestamp'
  | 'cut'
  | 'severalOutcomes'
  | 'repeated'
  | 'status'
  | 'noTests'
  /** A test without a name. */
  | 'nameless'
  | 'counts'
  | 'unexpectedPass'
  | 'mergedTeardown'
  | 'duplicateKey'
  | 'notResult'
  /** Another file of the same delivery has the same test. */
  | 'otherFile'

/** Something a reader should know about a file that was read all the same. */
export interface Warning {
  code: WarningCode
  message: string
  place: Place
  /** How many times it occurred; the place and message are those of the first. */
  count: number
}

/** Test cases of one file that share class and name: one test that was tried again, or different tests. */
export interface RepeatGroup {
  kind: 'attempts' | 'distinct'
  /** The numbers of the results, in the order in which the reader gave them. */
  members: number[]
  /** A skipped try that another follows was a failure (TestNG). */
  skipsWereFailures: boolean
}

/** What only the end of a file can tell about results that were given out before. */
export interface Settlement {
  groups: RepeatGroup[]
  /** Results that turned out to be no tests. */
  dropped: number[]
  /** Why some did not run. */
  reasons: { seq: number; reason: string }[]
  /** What the paths in results begin with that does not belong to them: the first suite and the source file are cut (withoutRoot). */
  root?: string
}

/** How much of a source file ran. */
export interface FileCoverage {
  path: string
  linesCovered: number
  linesTotal: number
  branchesCovered: number
  branchesTotal: number
  /** Names of the tests that ran it, where the report tells. */
  tests: string[]
}

/** What a file said besides its results. */
export interface FileFindings {
  format: string
  /** The runner or reporter, where the file gives it away. */
  framework: string | null
  startedAt: number | null
  faults: Fault[]
  warnings: Warning[]
  settlement: Settlement
  /** Of a coverage file, which holds no results. */
  coverage?: FileCoverage[]
  /** Its path is part of its tests' names: the same content elsewhere holds other tests. */
  namedByPath?: true
}

/** Takes results one by one, numbered from 0 in the order of the file, while the file is read. */
export type ResultSink = (result: TestResult) => void

/** What one result file said. */
export interface ParsedFile {
  format: string
  /** The runner or reporter, where the file gives it away. */
  framework: string | null
  startedAt: number | null
  results: TestResult[]
  faults: Fault[]
  warnings: Warning[]
  coverage?: FileCoverage[]
}

export type RefusalCode =
  | 'empty'
  | 'binary'
  | 'archive'
  | 'unknownFormat'
  | 'notResult'
  | 'wrongRoot'
  | 'illFormed'
  | 'entities'
  | 'tooDeep'
  | 'tooLong'
  /** Its reader took longer than a limit, or more memory, or broke off on it. */
  | 'tooSlow'
  | 'tooMuchMemory'
  | 'crashed'
  | 'encoding'
  /** Its path leads out of its archive. */
  | 'outside'

/** A file that is not taken in at all. The message names the value, the place and what would be right. */
export class Refusal extends Error {
  override name = 'Refusal'
  constructor(
    readonly code: RefusalCode,
    message: string,
    readonly place: Place | null = null,
  ) {
    super(place ? `${message} (line ${place.line}, column ${place.column})` : message)
  }
}

/** A reader takes bytes as they come, gives out results as it finds them, and says at the end what else was there. Both methods throw Refusal. */
export interface FormatReader {
  write(chunk: Uint8Array): void
  /** The runner that wrote the file, as soon as what came tells it; undefined as long as it does not. */
  readonly framework?: string | null | undefined
  end(): FileFindings
}

/** A result format is one module behind this interface, entered once in `registry.ts`. */
export interface ResultFormat {
  id: string
  /** @param head the first bytes of the file (65,536, or all of a shorter one) */
  recognises(head: Uint8Array): boolean
  /** A result stands in whole lines, after which it does not change: a file can be read while it is written. */
  grows?: true
  /** Its results name files by the paths of the machine: only the end tells where those begin, unless the place does. */
  rooted?: true
  open(sink: ResultSink, place: FilePlace): FormatReader
}
