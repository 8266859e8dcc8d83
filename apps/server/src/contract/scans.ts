/** A scan that takes its tests in. */
export interface ScanOpened {
  id: number
}

/** A test that a scan changed. */
export interface ScanChange {
  what: 'new' | 'changed' | 'moved' | 'renamed' | 'gone' | 'question'
  /** Its suites and name, as the code writes them. */
  test: string
  file: string
  line: number
  /** Where it stood, or what it was called before; of a question, the test that it may be. */
  was: string | null
}

export interface ScanCounts {
  new: number
  changed: number
  moved: number
  renamed: number
  gone: number
  same: number
  /** Renames that are not sure: a person decides. */
  questions: number
  /** Scripts that only results had named until now. */
  met: number
  /** Links that declared keys made. */
  links: number
}

/** What a scan changed, or would change. */
export interface ScanReport {
  id: number
  dryRun: boolean
  counts: ScanCounts
  /** The first few hundred of the changes. */
  changes: ScanChange[]
  /** Keys that tests declare and no case has. */
  unknownKeys: { key: string; test: string }[]
}

/** One place that could not be read. */
export interface UnreadFile {
  file: string
  line: number
  column: number
  message: string
}

export interface ScanRow {
  id: number
  tree: string
  branch: string
  commit: string | null
  /** When the commit was made. */
  committedAt: string | null
  at: string
  by: string | null
  files: number
  tests: number
  unread: UnreadFile[]
  counts: ScanCounts
}

/** A script as it stands in the code. */
export interface ScriptSource {
  tree: string
  framework: string
  file: string
  line: number
  endLine: number
  suites: string[]
  name: string
  pattern: string | null
  tags: string[]
  keys: string[]
  skipped: 'skip' | 'todo' | null
  branch: string
  commit: string | null
  firstSeenAt: string
  lastSeenAt: string
  bodyChangedAt: string | null
  was: string | null
  movedAt: string | null
  movedBy: string | null
  goneAt: string | null
  /** The code, where it was sent with the scan. */
  code: string | null
}

export interface ScanList {
  rows: ScanRow[]
  total: number
}
