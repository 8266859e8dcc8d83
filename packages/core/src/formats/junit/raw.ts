import type { Property } from '../result.js'
import type { RawElement } from '../xml/events.js'

export type RawOutcomeKind = 'failure' | 'error' | 'skipped' | 'rerunFailure' | 'rerunError' | 'flakyFailure' | 'flakyError' | 'warning'

/** A child of a test case that says what became of it. */
export interface RawOutcome {
  kind: RawOutcomeKind
  message: string | null
  type: string | null
  text: string
  stackTrace: string | null
  stdout: string | null
  stderr: string | null
  time: string | null
}

export interface RawSuite {
  element: RawElement
  name: string | null
  /** The file that it says it stands for. */
  file: string | null
  /** The names of this suite and those around it, outermost first, without empty ones. */
  path: string[]
  /** Nested suites directly inside. */
  suites: number
  /** Elements inside, at any depth, that say a test did not pass. */
  failing: number
}

/** One `<testcase>` as it stands in the file. */
export interface RawCase {
  element: RawElement
  name: string
  /** Empty where the file has none. */
  classname: string
  /** The suites around it, outermost first; never changed, so that the tests of a suite share it. */
  suites: readonly RawSuite[]
  outcomes: RawOutcome[]
  properties: Property[]
  stdout: string | null
  stderr: string | null
}
