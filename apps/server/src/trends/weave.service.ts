import { NOTABLE_CODES, type PackedResults, unpackResults, worseCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { ScriptRef, Weave, WeaveBuild } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { type Lens, pipelinesInLens, RunPacks } from '../runs/index.js'
import * as sql from './weave-queries.js'

/** Tests that are told when only those are wanted that something happened to, and when all are. */
const MOST = { notable: 2000, all: 20_000 } as const

interface WeaveRun {
  id: number
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
  constructor(
    private readonly packs: RunPacks,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async get({ project }: Context, lens: Lens, wanted: { pipeline: string | null; all: boolean }): Promise<Weave> {
    const bind = { projectId: project.id, ...lens }
    const { pipelines, pipeline } = await pipelinesInLens(this, project.id, lens, wanted.pipeline)
    const runs = pipeline === null ? [] : await rowsOf<WeaveRun>(this, sql.WEAVE_RUNS, { ...bind, pipeline })
    if (runs.length === 0) return { pipelines, pipeline, builds: [], rows: [], tests: 0, more: 0 }
    const results = await this.packs.of(runs.map(({ id }) => id))
    const packed = runs.map(({ id }) => results.get(id) ?? NO_RESULTS)
    const newest = new Map(runs.map(({ laneId }, i) => [laneId, packed[i] ?? NO_RESULTS]))
    const known = new Set([...newest.values()].flatMap(({ scripts }) => [...scripts]))
    const scriptIds = [...notableIn(packed, wanted.all ? known : [])]
    const most = wanted.all ? MOST.all : MOST.notable
    const tests = await rowsOf<WeaveTest>(this, sql.WEAVE_TESTS, { projectId: project.id, prefix: project.keyPrefix, scriptIds, most })
    const threads = threadsOf(runs, packed, tests)
    return {
      pipelines,
      pipeline,
      builds: buildsOf(runs),
      rows: tests.map(({ area, cases, found: _, ...script }, i) => ({ script, area, cases, thread: threads[i] ?? '' })),
      tests: known.size,
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

const NO_RESULTS: PackedResults = unpackResults(new Uint8Array())
const NOTABLE = new Set(NOTABLE_CODES)

/** Tests that something happened to, and those that are wanted besides. */
function notableIn(packed: readonly PackedResults[], besides: Iterable<number>): Set<number> {
  const found = new Set(besides)
  for (const { scripts, codes } of packed) for (let i = 0; i < codes.length; i++) if (NOTABLE.has(codes[i] ?? 0)) found.add(scripts[i] ?? 0)
  return found
}

/** A digit a build for each test: of a lane the latest run that has the test, of lanes the worst. */
function threadsOf(runs: readonly WeaveRun[], packed: readonly PackedResults[], tests: readonly { id: number }[]): string[] {
  // a slot for each script, from 1: a column of 20,000 is gone through for each run
  const slots = new Int32Array(Math.max(0, ...tests.map(({ id }) => id)) + 1)
  tests.forEach(({ id }, test) => (slots[id] = test + 1))
  const columns: Uint8Array[] = []
  let ofLane = new Uint8Array(tests.length)
  runs.forEach((run, i) => {
    const before = runs[i - 1]
    if (before?.buildId !== run.buildId) columns.push(new Uint8Array(tests.length))
    if (before?.buildId !== run.buildId || before.laneId !== run.laneId) ofLane = new Uint8Array(tests.length)
    const { scripts, codes } = packed[i] ?? NO_RESULTS
    for (let at = 0; at < codes.length; at++) {
      const slot = (slots[scripts[at] ?? 0] ?? 0) - 1
      if (slot >= 0) ofLane[slot] = codes[at] || (ofLane[slot] ?? 0)
    }
    const next = runs[i + 1]
    if (next?.buildId === run.buildId && next.laneId === run.laneId) return
    const column = columns.at(-1)
    if (column) for (let test = 0; test < tests.length; test++) column[test] = worseCode(column[test] ?? 0, ofLane[test] ?? 0)
  })
  return tests.map((_, test) => columns.map((column) => column[test] ?? 0).join(''))
}
