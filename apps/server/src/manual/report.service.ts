import { type Outcome, outcomeCode, outcomeFromCode, type TestStep, worseCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { Report, ReportResult, ReportRow, ReportStep, ReportSum } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import type { ReportQuery } from './manual.dto.js'
import * as sql from './report-queries.js'
import { SignOffService } from './sign-off.service.js'

interface RowRecord {
  caseId: number
  key: string
  title: string
  area: string
  environment: string
  profile: string | null
  runId: number
  build: string
  state: 'open' | 'going' | 'done' | null
  manualCode: number | null
  manualScript: number | null
  manualRun: number | null
  endedAt: Date | null
  spentMs: number | null
  expectedMs: number | null
  endedBy: string | null
  person: string | null
  begun: boolean | null
  outcomes: number[] | null
  scriptId: number | null
  scriptRun: number | null
  scriptAt: Date | null
  scriptMs: number | null
  message: string | null
  running: boolean | null
  planned: boolean
}

interface StepRecord {
  runId: number
  scriptId: number
  steps: string | null
  message: string | null
}

const NOBODY = 'nobody yet'

/** What was planned, is under way and was done in the runs of a release, a plan or one run, by hand and by scripts together. */
@Injectable()
export class ReportService {
  constructor(
    private readonly signOffs: SignOffService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async get(context: Context, query: ReportQuery): Promise<Report> {
    const { project } = context
    const chosen = { releaseId: query.release ?? null, planId: query.plan ?? null, runId: query.run ?? null }
    if (Object.values(chosen).filter((id) => id !== null).length !== 1)
      throw new Problem('invalid', 'reportOf', 'Say what to report on: a release, a plan or a run')
    const bind = { projectId: project.id, ...chosen }
    const environments = query.environments?.length ? query.environments : null
    const [[named], records, defects, signOff] = await Promise.all([
      rowsOf<{ name: string | null }>(this, sql.TITLES, bind),
      rowsOf<RowRecord>(this, sql.REPORT_ROWS, { ...bind, environments, prefix: project.keyPrefix }),
      rowsOf<Report['defects'][number]>(this, sql.DEFECTS, { ...bind, environments }),
      chosen.planId === null ? this.signOffs.current(this, context, chosen) : null,
    ])
    const kind = chosen.releaseId !== null ? 'release' : chosen.planId !== null ? 'plan' : 'run'
    const id = chosen.releaseId ?? chosen.planId ?? chosen.runId ?? 0
    if (!named?.name) throw notFound(kind, id)
    const own = records.filter(({ person }) => query.person === undefined || (person ?? NOBODY) === query.person)
    const rows = await this.rowsOf(own)
    return {
      title: named.name,
      of: { kind, id, name: named.name },
      at: new Date().toISOString(),
      total: sumOf('All', rows),
      cells: sumsBy(rows, ({ environment, profile }) => [environment, profile].filter(Boolean).join(', ')),
      areas: sumsBy(rows, ({ area }) => area || 'no area'),
      people: sumsBy(
        rows.filter((_, i) => own[i]?.state !== null),
        ({ person }) => person ?? NOBODY,
      ),
      requirements: sumsBy(
        rows.flatMap((row) => row.requirements.map((requirement) => ({ ...row, requirement }))),
        ({ requirement }) => requirement,
      ),
      rows,
      missing: rows
        .filter(({ state }) => state !== 'done')
        .map(({ key, title, environment, profile, person, runId, manual }) => ({
          key,
          title,
          where: [environment, profile].filter(Boolean).join(', '),
          person: manual ? (person ?? NOBODY) : null,
          runId,
        })),
      defects: defects.map(({ key, title, state, url }) => ({ key, title, state, url })),
      spentMs: own.reduce((sum, { spentMs, state }) => sum + (state === 'done' ? (spentMs ?? 0) : 0), 0),
      expectedLeftMs: own.reduce((sum, { expectedMs, state }) => sum + (state === 'open' || state === 'going' ? (expectedMs ?? 0) : 0), 0),
      signOff,
    }
  }

  private async rowsOf(records: readonly RowRecord[]): Promise<ReportRow[]> {
    const asked = records.flatMap(({ manualRun, manualScript, state }) =>
      manualRun !== null && manualScript !== null && state === 'done' ? [{ run: manualRun, script: manualScript }] : [],
    )
    const found = await rowsOf<StepRecord>(this, sql.STEPS, {
      runs: `{${asked.map(({ run }) => run).join(',')}}`,
      scripts: `{${asked.map(({ script }) => script).join(',')}}`,
    })
    const verified = await rowsOf<{ caseId: number; name: string }>(this, sql.VERIFIED, {
      caseIds: [...new Set(records.map(({ caseId }) => caseId))],
    })
    const requirements = new Map<number, string[]>()
    for (const { caseId, name } of verified) requirements.set(caseId, [...(requirements.get(caseId) ?? []), name])
    const steps = new Map(found.map((row) => [`${row.runId}:${row.scriptId}`, row]))
    return records.map((record) => {
      const told = steps.get(`${record.manualRun}:${record.manualScript}`)
      const manual = manualOf(record, told?.message ?? null)
      const automated = automatedOf(record)
      return {
        caseId: record.caseId,
        key: record.key,
        title: record.title,
        area: record.area,
        environment: record.environment,
        profile: record.profile,
        runId: record.runId,
        build: record.build,
        manual,
        automated,
        outcome: worstOf([manual?.outcome, automated?.outcome]),
        state: stateOf(record),
        person: record.person,
        steps: told?.steps ? stepsIn(told.steps) : [],
        requirements: requirements.get(record.caseId) ?? [],
      }
    })
  }
}

const manualOf = (record: RowRecord, message: string | null): ReportResult | null =>
  record.state === null
    ? null
    : {
        scriptId: record.manualScript ?? 0,
        outcome: record.state === 'done' && record.manualCode !== null ? outcomeFromCode(record.manualCode) : null,
        at: record.endedAt?.toISOString() ?? null,
        durationMs: record.state === 'done' ? record.spentMs : null,
        by: record.endedBy,
        message: record.state === 'done' ? message : null,
      }

const automatedOf = ({ outcomes, scriptId, scriptAt, scriptMs, message }: RowRecord): ReportResult | null =>
  outcomes === null
    ? null
    : {
        scriptId: scriptId ?? 0,
        outcome: worstOf(outcomes.map(outcomeFromCode)),
        at: scriptAt?.toISOString() ?? null,
        durationMs: scriptMs,
        by: null,
        message,
      }

function worstOf(outcomes: readonly (Outcome | null | undefined)[]): Outcome | null {
  const codes = outcomes.flatMap((outcome) => (outcome ? [outcomeCode(outcome)] : []))
  return codes.length === 0 ? null : outcomeFromCode(codes.reduce(worseCode))
}

/** What is to be done by hand is done when a person says so, and what scripts do when they have told something and no part of it waits. */
function stateOf({ state, begun, outcomes, planned, running }: RowRecord): ReportRow['state'] {
  const hand = state === null ? null : state === 'done' ? 'done' : begun ? 'under way' : 'planned'
  const script = outcomes === null && !planned ? null : planned ? (running || outcomes !== null ? 'under way' : 'planned') : 'done'
  const both = [hand, script].filter((one) => one !== null)
  if (both.every((one) => one === 'done')) return 'done'
  return both.every((one) => one === 'planned') ? 'planned' : 'under way'
}

function sumOf(name: string, rows: readonly ReportRow[]): ReportSum {
  const sum = { name, planned: 0, underWay: 0, done: 0, passed: 0, failed: 0, errored: 0, other: 0 }
  for (const { state, outcome } of rows) {
    if (state !== 'done') sum[state === 'planned' ? 'planned' : 'underWay']++
    else {
      sum.done++
      if (outcome === 'passed' || outcome === 'recovered') sum.passed++
      else if (outcome === 'failed' || outcome === 'errored') sum[outcome]++
      else sum.other++
    }
  }
  return sum
}

function sumsBy<T extends ReportRow>(rows: readonly T[], nameOf: (row: T) => string): ReportSum[] {
  const groups = new Map<string, T[]>()
  for (const row of rows) groups.set(nameOf(row), [...(groups.get(nameOf(row)) ?? []), row])
  return [...groups].map(([name, own]) => sumOf(name, own)).sort((a, b) => a.name.localeCompare(b.name))
}

function stepsIn(text: string): ReportStep[] {
  const steps = JSON.parse(text) as TestStep[]
  return steps.map(({ text: said, outcome, message }) => ({ text: said, outcome, message }))
}
