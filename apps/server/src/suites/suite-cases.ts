import { type SnapshotCase } from '@bobbin/core'
import type { Project } from '../access/index.js'
import type { SuiteFilter } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import * as sql from './suite-queries.js'

/** Ids of the cases that a suite has now, in order. */
export async function casesOfSuite(db: Queryable, project: Project, suite: { id: number; filter: SuiteFilter | null }): Promise<number[]> {
  const rows = suite.filter
    ? await rowsOf<{ id: number }>(db, sql.FILTERED, bindOf(project, suite.filter))
    : await rowsOf<{ id: number }>(db, sql.CHOSEN, { id: suite.id })
  return rows.map(({ id }) => id)
}

const bindOf = (project: Project, filter: SuiteFilter) => ({
  projectId: project.id,
  branch: project.defaultBranch,
  tags: some(filter.tags),
  priorities: some(filter.priorities),
  areaId: filter.areaId ?? null,
  ownerId: filter.ownerId ?? null,
  requirementId: filter.requirementId ?? null,
  states: some(filter.states),
  failedLast: filter.failedLast ?? false,
  unsteady: filter.unsteady ?? false,
  notRunDays: filter.notRunDays ?? null,
  changedDays: filter.changedDays ?? null,
})

const some = <T>(values: T[] | undefined): T[] | null => (values?.length ? values : null)

/** Cases as a snapshot keeps them, in the order of their ids. */
export async function snapshotOf(db: Queryable, project: Project, ids: readonly number[]): Promise<SnapshotCase[]> {
  const rows = await rowsOf<SnapshotCase>(db, sql.SNAPSHOT_CASES, { prefix: project.keyPrefix, ids })
  const byId = new Map(rows.map((row) => [row.id, row]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

const BUILDS = 12

/** Of some cases: how their newest builds ended, a digit each, oldest first; and in which lane. */
export async function caseThreads(
  db: Queryable,
  project: Project,
  cases: readonly number[],
): Promise<Map<number, { laneId: number; thread: string }>> {
  if (cases.length === 0) return new Map()
  const rows = await rowsOf<{ caseId: number; laneId: number; nths: number[]; codes: number[] }>(db, sql.CASE_THREADS, {
    projectId: project.id,
    branch: project.defaultBranch,
    cases,
  })
  return new Map(
    rows.map(({ caseId, laneId, nths, codes }) => {
      const digits = new Array<string>(BUILDS).fill('0')
      nths.forEach((nth, i) => (digits[nth - 1] = String(codes[i] ?? 0)))
      return [caseId, { laneId, thread: digits.join('') }]
    }),
  )
}

/** What scripts took lately, by id, in milliseconds. */
export async function expectedTimes(db: Queryable, projectId: number, scripts: readonly number[]): Promise<Map<number, number>> {
  if (scripts.length === 0) return new Map()
  const rows = await rowsOf<{ scriptId: number; ms: number }>(db, sql.EXPECTED_TIMES, { projectId, scripts: [...new Set(scripts)] })
  return new Map(rows.map(({ scriptId, ms }) => [scriptId, ms]))
}

/** Digits of outcomes from the least bad: none, not run, skipped, passed, recovered, blocked, errored, failed. */
const WORSE = '06417532'.split('')

/** The threads of some cases as one: the worst of each build. */
export function worstThread(threads: readonly string[]): string {
  const rank = (digit: string | undefined) => WORSE.indexOf(digit ?? '0')
  return Array.from({ length: BUILDS }, (_, i) => WORSE[Math.max(0, ...threads.map((thread) => rank(thread[i])))] ?? '0').join('')
}
