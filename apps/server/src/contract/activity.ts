/** What sort of work it is: a plan that was started, a delivery, a scan of sources, a source looked into, an agent, a message to the tracker. */
export type ActivityKind = 'plan' | 'delivery' | 'scan' | 'source' | 'agent' | 'sync' | 'manual'

export type ActivityState = 'going' | 'waiting' | 'done' | 'failed' | 'stopped'

export interface ActivityRow {
  kind: ActivityKind
  id: number
  name: string
  at: string
  state: ActivityState
  /** Who began it; null where it began by itself. */
  by: string | null
  environments: string[]
  /** Suites that it runs: those of its plan, or of its assignment. */
  suites: string[]
  /** Results of its runs: how many, and how many are red; null for what has none. */
  results: { total: number; red: number } | null
  /** What is wrong, in words of whoever says so. */
  problem: string | null
}

export interface ActivityList {
  /** What goes on first, then the newest. */
  rows: ActivityRow[]
  going: number
  /** People who began something, for the filter. */
  people: string[]
  /** Suites of what there is, for the filter. */
  suites: string[]
}
