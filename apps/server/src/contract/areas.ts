/** How the cases of an area, a suite or a requirement stand; retired ones are not counted. */
export interface AreaRow {
  /** The area, suite or requirement; null for cases in none. */
  id: number | null
  name: string | null
  cases: number
  /** With an active link to a script. */
  automated: number
  /** Automated, and a script of it has a result in the newest run of a lane in the lens. */
  covered: number
  /** To be carried out by a person, or never to be automated. */
  byHand: number
  /** Covered cases by the worst of their newest results. */
  passed: number
  failed: number
  errored: number
  recovered: number
  /** Skipped, blocked or not run. */
  notJudged: number
  /** Causes that are not resolved, of failures in the newest runs; and open defects among them. */
  causes: number
  defects: number
  /** Tests of the newest start of each plan, or of one: to be run, being run, with a result. */
  planned: number
  underWay: number
  done: number
}

export interface AreaList {
  by: 'area' | 'suite' | 'requirement'
  rows: AreaRow[]
  plans: { id: number; name: string }[]
  /** Every week, oldest first: cases there were, and those of them that had a link then which is active today. */
  moves: { day: string; cases: number; automated: number }[]
}
