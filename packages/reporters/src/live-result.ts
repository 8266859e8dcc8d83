/** One try at one test, as the API takes it (LiveResult in the core; written out here, so that this package needs nothing). */
export interface LiveResult {
  name: string
  suites?: string[]
  classname?: string | null
  file?: string | null
  profile?: string | null
  occurrence?: number
  outcome: 'passed' | 'failed' | 'errored' | 'skipped' | 'blocked' | 'notRun'
  durationMs?: number | null
  startedAt?: number | null
  failures?: { message?: string | null; type?: string | null; stack?: string | null }[]
  reason?: string | null
  stdout?: string | null
  stderr?: string | null
  properties?: { name: string; value: string }[]
  steps?: LiveStep[]
  attachments?: LiveAttachment[]
}

/** A small picture, log or record, with what it holds. */
export interface LiveAttachment {
  name: string
  mediaType?: string | null
  content: { text: string; encoding: 'utf8' | 'base64' }
}

/** A step of a try, in the order in which they ran, with how many steps are around it. */
export interface LiveStep {
  level?: number
  keyword?: string | null
  text: string
  outcome: LiveResult['outcome']
  durationMs?: number | null
  message?: string | null
}

/** Something that went wrong outside any test: what is missing because of it did not run. */
export interface LiveFault {
  code: 'load' | 'hook' | 'suite' | 'undelivered' | 'bailOut' | 'plan' | 'crash'
  /** What it happened in: a file, a hook. */
  subject: string
  message?: string | null
  stack?: string | null
}
