/** What of a project takes space. */
export interface SpacePart {
  /** `outcomes`: results, kept for ever; `attempts`: their tries; `texts`: messages, stacks and output; `files`: as they were delivered. */
  kind: 'outcomes' | 'attempts' | 'texts' | 'attachments' | 'files'
  rows: number
  bytes: number
  /** By its share of a table that all projects share. */
  estimated: boolean
}

/** One forgetting, and what it freed. */
export interface Forgetting {
  at: string
  /** Null when it was the nightly one. */
  by: string | null
  runs: number
  attempts: number
  texts: number
  attachments: number
  files: number
}

export interface Space {
  /** For so many days details are kept; null is for ever. */
  keepDetailsDays: number | null
  /** When `parts` were measured; null when they never were. */
  measuredAt: string | null
  parts: SpacePart[]
  /** Runs that the next night will forget the details of. */
  due: number
  /** Runs that somebody said to keep. */
  kept: number
  /** The newest first. */
  forgettings: Forgetting[]
}
