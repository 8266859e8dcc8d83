import type { ScriptRef } from './scripts.js'

/** A build across the environments and profiles that the lens shows. */
export interface WeaveBuild {
  id: number
  build: string
  branch: string
  commit: string | null
  author: string | null
  at: string
  /** Its runs, first to last. */
  runs: { id: number; environment: string; profile: string | null; outage: boolean }[]
}

export interface WeaveRow {
  script: ScriptRef
  /** The top area of its case; null where it has none. */
  area: string | null
  cases: string[]
  /**
   * A digit a build: the code of the worst outcome in any environment and profile, 0 where it has no result. Where a build has several runs
   * in one lane, that of the latest one which has the test counts.
   */
  thread: string
}

export interface Weave {
  /** Pipelines with builds in the lens, the one with the most first. */
  pipelines: { name: string; builds: number }[]
  /** The pipeline that is shown; null where there is none. */
  pipeline: string | null
  /** Oldest first. */
  builds: WeaveBuild[]
  /** Tests that did not always pass, or all; by area, file and name. */
  rows: WeaveRow[]
  /** Tests with a result in the newest run of each lane. */
  tests: number
  /** Tests that would be rows, beyond the most that are told. */
  more: number
}
