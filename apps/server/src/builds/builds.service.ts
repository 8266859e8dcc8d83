import { median, type Outcome, outcomeFromCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { BuildDetail, BuildList, BuildRow, ComparedKind, ComparedRow, Comparison, ScriptRef } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { type Lens, pipelinesInLens, type RunRecord, runRow, RunsService } from '../runs/index.js'
import * as sql from './build-queries.js'

/** Runs that a page of builds is made of: 400 builds in five environments. */
const MOST_RUNS = 2000
const MOST_COMPARED = 1000
const LEAST_USUAL = 3

/** Builds across their environments. */
@Injectable()
export class BuildsService {
  constructor(
    private readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list({ project }: Context, lens: Lens, wanted: string | null): Promise<BuildList> {
    const { pipelines, pipeline } = await pipelinesInLens(this, project.id, lens, wanted)
    if (pipeline === null) return { pipelines, pipeline, environments: [], rows: [] }
    const records = await this.runs.records(project.id, lens, { pipeline, most: MOST_RUNS })
    const buildIds = [...new Set(records.map(({ buildId }) => buildId))]
    const facts = await rowsOf<{ id: number; changedFiles: number | null; causes: number }>(this, sql.BUILD_FACTS, {
      projectId: project.id,
      buildIds,
    })
    const factsOf = new Map(facts.map((one) => [one.id, one]))
    const rows = buildIds.map((id) =>
      buildRow(
        records.filter(({ buildId }) => buildId === id),
        records,
        factsOf,
      ),
    )
    return { pipelines, pipeline, environments: [...new Set(records.map(({ environment }) => environment))].sort(), rows: rows.sort(newestFirst) } // prettier-ignore
  }

  async get({ project }: Context, id: number): Promise<BuildDetail> {
    const [build] = await rowsOf<Omit<BuildDetail, 'causes'>>(this, sql.BUILD_ROW, { projectId: project.id, id })
    if (!build) throw notFound('build', id)
    return { ...build, causes: await rowsOf<BuildDetail['causes'][number]>(this, sql.BUILD_CAUSES, { id }) }
  }

  /** Two runs of any builds, branches and environments, test by test. */
  async compare(context: Context, leftId: number, rightId: number, kinds: readonly ComparedKind[]): Promise<Comparison> {
    const [left, right] = await Promise.all([this.runs.record(context, leftId), this.runs.record(context, rightId)])
    const bind = { ...sideOf('left', left), ...sideOf('right', right) }
    const [counted, found] = await Promise.all([
      rowsOf<{ kind: ComparedKind; count: number }>(this, sql.COMPARED_COUNTS, bind),
      rowsOf<Compared>(this, sql.COMPARED_ROWS, { ...bind, kinds, most: MOST_COMPARED }),
    ])
    const counts: Comparison['counts'] = { worse: 0, better: 0, other: 0, onlyLeft: 0, onlyRight: 0, same: 0 }
    for (const { kind, count } of counted) counts[kind] = count
    const wanted = kinds.reduce((sum, kind) => sum + counts[kind], 0)
    return { left: runRow(left), right: runRow(right), counts, rows: found.map(comparedRow), more: wanted - found.length }
  }
}

const sideOf = (name: 'left' | 'right', { buildId, laneId, sortKey }: RunRecord) => ({
  [`${name}Build`]: buildId,
  [`${name}Lane`]: laneId,
  [`${name}Key`]: sortKey,
})

type Compared = ScriptRef & { kind: ComparedKind; before: number | null; now: number | null; message: string | null }

function comparedRow({ kind, before, now, message, ...script }: Compared): ComparedRow {
  const outcome = (code: number | null): Outcome | null => (code === null ? null : outcomeFromCode(code))
  return { script, kind, left: outcome(before), right: outcome(now), message }
}

function buildRow(
  own: RunRecord[],
  all: RunRecord[],
  facts: ReadonlyMap<number, { changedFiles: number | null; causes: number }>,
): BuildRow {
  const runs = own.toSorted((a, b) => a.startedAt.getTime() - b.startedAt.getTime() || a.id - b.id)
  const { buildId: id, build, branch, commit, author, address, startedAt } = runs[0] as RunRecord
  const { changedFiles = null, causes = 0 } = facts.get(id) ?? {}
  return {
    ...{ id, build, branch, commit, author, address, changedFiles, causes },
    at: startedAt.toISOString(),
    runs: runs.map((run) => ({ ...runRow(run), usualMs: usualOf(run, all) })),
  }
}

/** How long runs of a lane take, but for this one. */
function usualOf(run: RunRecord, all: readonly RunRecord[]): number | null {
  const others = all.filter((one) => one.laneId === run.laneId && one.id !== run.id && !one.live && !one.outage && !one.incomplete)
  return others.length < LEAST_USUAL ? null : median(others.map(({ durationMs }) => durationMs))
}

const newestFirst = (a: BuildRow, b: BuildRow) => (a.at < b.at ? 1 : a.at > b.at ? -1 : b.id - a.id)
