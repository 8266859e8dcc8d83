import { worseCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { ScriptRef, Weave, WeaveBuild } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { type Lens, pipelinesInLens } from '../runs/index.js'
import * as sql from './weave-queries.js'

/** Tests that are told when only those are wanted that something happened to, and when all are. */
const MOST = { notable: 2000, all: 20_000 } as const

interface WeaveRun {
  id: number
  day: string
  buildId: number
  laneId: number
  environment: string
  profile: string | null
  outage: boolean
  build: string
  branch: string
  commit: string | null
  author: string | null
  at: Date
}

type WeaveTest = ScriptRef & { area: string | null; cases: string[]; found: number }

/** Tests down, builds across. */
@Injectable()
export class WeaveService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async get({ project }: Context, lens: Lens, wanted: { pipeline: string | null; all: boolean }): Promise<Weave> {
    const bind = { projectId: project.id, ...lens }
    const { pipelines, pipeline } = await pipelinesInLens(this, project.id, lens, wanted.pipeline)
    const runs = pipeline === null ? [] : await rowsOf<WeaveRun>(this, sql.WEAVE_RUNS, { ...bind, pipeline })
    if (runs.length === 0) return { pipelines, pipeline, builds: [], rows: [], tests: 0, more: 0 }
    const axis = { runIds: runs.map(({ id }) => id), days: runs.map(({ day }) => day) }
    const most = wanted.all ? MOST.all : MOST.notable
    const [tests, [count]] = await Promise.all([
      rowsOf<WeaveTest>(this, sql.WEAVE_TESTS, { projectId: project.id, prefix: project.keyPrefix, ...axis, all: wanted.all, most }),
      rowsOf<{ tests: number }>(this, sql.WEAVE_COUNT, axis),
    ])
    const scriptIds = tests.map(({ id }) => id)
    const cells = tests.length === 0 ? [] : await rowsOf<{ nth: number; codes: string }>(this, sql.WEAVE_CELLS, { ...axis, scriptIds })
    const threads = threadsOf(runs, tests.length, new Map(cells.map(({ nth, codes }) => [nth, codes])))
    return {
      pipelines,
      pipeline,
      builds: buildsOf(runs),
      rows: tests.map(({ area, cases, found: _, ...script }, i) => ({ script, area, cases, thread: threads[i] ?? '' })),
      tests: count?.tests ?? 0,
      more: Math.max(0, (tests[0]?.found ?? 0) - tests.length),
    }
  }
}

/** Runs of a build follow one another. */
function buildsOf(runs: readonly WeaveRun[]): WeaveBuild[] {
  const builds: WeaveBuild[] = []
  for (const { buildId, id, environment, profile, outage, build, branch, commit, author, at } of runs) {
    const last = builds.at(-1)
    const own = { id, environment, profile, outage }
    if (last?.id === buildId) last.runs.push(own)
    else builds.push({ id: buildId, build, branch, commit, author, at: at.toISOString(), runs: [own] })
  }
  return builds
}

/**
 * A digit a build for each test: of a lane the latest run that has the test, of lanes the worst.
 * @param codes for the place of each run, a digit for each test
 */
function threadsOf(runs: readonly WeaveRun[], tests: number, codes: ReadonlyMap<number, string>): string[] {
  const columns: number[][] = []
  let ofLane: number[] = []
  runs.forEach((run, i) => {
    const before = runs[i - 1]
    if (before?.buildId !== run.buildId) columns.push(new Array<number>(tests).fill(0))
    if (before?.buildId !== run.buildId || before.laneId !== run.laneId) ofLane = new Array<number>(tests).fill(0)
    const own = codes.get(i) ?? ''
    for (let test = 0; test < tests; test++) ofLane[test] = own.charCodeAt(test) - 48 || (ofLane[test] ?? 0)
    const next = runs[i + 1]
    if (next?.buildId === run.buildId && next.laneId === run.laneId) return
    const column = columns.at(-1) ?? []
    for (let test = 0; test < tests; test++) column[test] = worseCode(column[test] ?? 0, ofLane[test] ?? 0)
  })
  return Array.from({ length: tests }, (_, test) => columns.map((column) => column[test] ?? 0).join(''))
}
