/** What the Brief found; the words are made where it is shown. */
export type Finding =
  | {
      kind: 'newlyFailing'
      run: BriefRun
      /** Without those that are proven flaky, unless they fail so seldom that it can't be chance. */
      count: number
      /** Newly failing, too, and proven flaky: its page lists them with the others. */
      flaky: number
      areas: string[]
      causes: number
      largest: AlikeFailures | null
    }
  | { kind: 'outage'; run: BriefRun; count: number; total: number; message: string | null; over: boolean }
  | { kind: 'incomplete'; run: BriefRun; faults: number; notRun: number; subject: string }
  | { kind: 'stillFailing'; run: BriefRun; count: number; sinceBuild: string | null; sinceRunId: number | null }
  | { kind: 'untriaged'; count: number }
  | { kind: 'recovered'; run: BriefRun; count: number; worst: { name: string; scriptId: number; times: number; of: number } | null }
  | { kind: 'fixed'; run: BriefRun; count: number; flaky: number }
  | { kind: 'newlySkipped'; run: BriefRun; count: number }
  | { kind: 'gone'; run: BriefRun; count: number }
  | { kind: 'new'; run: BriefRun; count: number }
  /** Proven flaky tests that changed again: they neither broke nor are fixed. */
  | { kind: 'unsteady'; run: BriefRun; failed: number; passed: number; worst: { name: string; scriptId: number; share: number } }
  | { kind: 'flaky'; proven: number; maybe: number; redAlone: number; retryMs: number }
  | { kind: 'slower'; count: number; costMs: number; worst: SlowerTest }
  /** Scripts with a case that stand in the code and have no result in the newest runs of the project: those that the mapping page lists. */
  | { kind: 'silentScripts'; count: number }
  /** For who asks: failures that are theirs, mentions that they have not read. */
  | { kind: 'mine'; failures: number; unread: number }
  | { kind: 'next'; planId: number; name: string; at: string }
  | { kind: 'silent'; environment: string; days: number; lastRunId: number }
  | { kind: 'unlinked'; count: number; total: number }
  | { kind: 'unknownKeys'; count: number; keys: string[] }
  | { kind: 'uncovered'; count: number; total: number }

export interface SlowerTest {
  name: string
  scriptId: number
  beforeMs: number
  afterMs: number
  build: string
  commit: string | null
  runId: number
  /** It creeps, and did not jump. */
  creeps: boolean
}

/** Failures that say the same of the same place. */
export interface AlikeFailures {
  count: number
  /** It is sure that they have one cause, and not only likely. */
  oneCause: boolean
  /** What the messages of all of them share; an ellipsis where they differ. */
  message: string | null
}

export interface BriefRun {
  id: number
  build: string
  commit: string | null
  lane: { id: number; pipeline: string; branch: string; environment: string }
  at: string
}
