import { Injectable, StreamableFile } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import {
  type Failure,
  type Outcome,
  outcomeFromCode,
  type Property,
  type TestResult,
  type TestStep,
  writeCtrf,
  writeJunit,
} from '@bobbin/core'
import { Readable } from 'node:stream'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { ScriptRef } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { writeCsv } from '../platform/tables/sheet.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { type RunRecord, runRow, RunsService } from './runs.service.js'

/** So many at once: a run of any size is never whole in memory. */
const PAGE = 5000

const PAGE_OF_RESULTS = `
with linked as (
  select l.script_id, array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null
  where l.project_id = $projectId and l.state = 'active' group by l.script_id
)
select ${SCRIPT_REF}, coalesce(k.cases, '{}') as cases, r.outcome::int as code, r.attempts::int as attempts, r.duration_ms as "durationMs", m.text as message
from result r join script s on s.id = r.script_id left join linked k on k.script_id = s.id left join body m on m.id = r.message_id
where r.run_id = $runId and r.day = $day::date and r.script_id > $after order by r.script_id limit ${PAGE}`

interface ResultLine extends ScriptRef {
  cases: string[]
  outcome: Outcome
  attempts: number
  durationMs: number | null
  message: string | null
}

/** Texts are large: fewer at once. */
const WHOLE_PAGE = 500

const SCRIPTS_IN_ORDER = `
select array_agg(id order by nth) as ids from (
  select s.id, row_number() over (order by s.suites, s.name, s.id) as nth
  from result r join script s on s.id = r.script_id where r.run_id = $runId and r.day = $day::date
) x group by (nth - 1) / ${WHOLE_PAGE} order by (nth - 1) / ${WHOLE_PAGE}`

const WHOLE_RESULTS = `
select s.id, s.name, s.classname, s.suites, s.file, s.profile, s.keys, r.outcome::int as code, r.duration_ms as "durationMs", t.attempts
from result r join script s on s.id = r.script_id
cross join lateral (
  select jsonb_agg(jsonb_build_object(
    'outcome', a.outcome, 'durationMs', a.duration_ms, 'startedAt', extract(epoch from a.started_at) * 1000, 'reason', a.reason,
    'failures', f.text, 'stdout', so.text, 'stderr', se.text, 'steps', st.text, 'properties', a.properties) order by a.ordinal) as attempts
  from attempt a left join body f on f.id = a.failures_id left join body so on so.id = a.stdout_id
  left join body se on se.id = a.stderr_id left join body st on st.id = a.steps_id
  where a.run_id = r.run_id and a.day = r.day and a.script_id = r.script_id
) t
where r.run_id = $runId and r.day = $day::date and r.script_id = any($scriptIds::int[])`

export type ExportFormat = 'csv' | 'json' | 'junit' | 'ctrf'

const FILES: Record<ExportFormat, { type: string; ending: string }> = {
  csv: { type: 'text/csv; charset=utf-8', ending: '.csv' },
  json: { type: 'application/json', ending: '.json' },
  junit: { type: 'application/xml; charset=utf-8', ending: '.junit.xml' },
  ctrf: { type: 'application/json', ending: '.ctrf.json' },
}

interface RawResult extends Omit<ScriptRef, 'framework'> {
  keys: string[]
  code: number
  durationMs: number | null
  attempts: {
    outcome: number
    durationMs: number | null
    startedAt: number | null
    reason: string | null
    failures: string | null
    stdout: string | null
    stderr: string | null
    steps: string | null
    properties: Property[] | null
  }[]
}

function resultOf({ name, classname, suites, file, profile, keys, code, durationMs, attempts }: RawResult): TestResult {
  return {
    name,
    classname,
    suites,
    sourceFile: file,
    profile,
    keys,
    durationMs,
    occurrence: 1,
    outcome: outcomeFromCode(code),
    properties: attempts[0]?.properties ?? [],
    attempts: attempts.map(({ outcome, failures, steps, properties: _, ...texts }) => ({
      ...texts,
      outcome: outcomeFromCode(outcome),
      failures: failures ? (JSON.parse(failures) as Failure[]) : [],
      steps: steps ? (JSON.parse(steps) as TestStep[]) : [],
      attachments: [],
    })),
    place: { line: 1, column: 1 },
  }
}

const HEADING = ['Outcome', 'Name', 'Class', 'Suites', 'File', 'Profile', 'Framework', 'Cases', 'Attempts', 'Duration (ms)', 'Message']

/** A run's results out of Bobbin, as a stream. */
@Injectable()
export class RunExportService {
  constructor(
    private readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async results(context: Context, runId: number, format: ExportFormat): Promise<StreamableFile> {
    const record = await this.runs.record(context, runId)
    const { type, ending } = FILES[format]
    const name = `${record.pipeline}-${record.build}-${record.environment}${ending}`.replace(/[^\w.-]+/g, '-')
    return new StreamableFile(Readable.from(this.textOf(context, record, format)), { type, disposition: `attachment; filename="${name}"` })
  }

  private textOf(context: Context, record: RunRecord, format: ExportFormat): AsyncGenerator<string> {
    if (format === 'csv') return csvOf(this.pages(context, record.id, record.day))
    if (format === 'json') return jsonOf(this.pages(context, record.id, record.day))
    const results = this.whole(record)
    if (format === 'junit') return writeJunit(results)
    return writeCtrf(results, { totals: runRow(record).totals, startedAt: record.startedAt.getTime(), durationMs: record.durationMs })
  }

  /** Every result with its attempts and their texts, by suites, so that those of a suite stand together. */
  private async *whole(record: RunRecord): AsyncGenerator<TestResult> {
    const order = await rowsOf<{ ids: number[] }>(this, SCRIPTS_IN_ORDER, { runId: record.id, day: record.day })
    for (const { ids } of order) {
      const rows = await rowsOf<RawResult>(this, WHOLE_RESULTS, { runId: record.id, day: record.day, scriptIds: ids })
      const byId = new Map(rows.map((row) => [row.id, row]))
      for (const id of ids) {
        const row = byId.get(id)
        if (row) yield resultOf(row)
      }
    }
  }

  private async *pages({ project }: Context, runId: number, day: string): AsyncGenerator<ResultLine[]> {
    for (let after = 0; ;) {
      const rows = await rowsOf<Omit<ResultLine, 'outcome'> & { code: number }>(this, PAGE_OF_RESULTS, {
        projectId: project.id,
        prefix: project.keyPrefix,
        runId,
        day,
        after,
      })
      if (rows.length > 0) yield rows.map(({ code, ...row }) => ({ ...row, outcome: outcomeFromCode(code) }))
      if (rows.length < PAGE) return
      after = rows.at(-1)?.id ?? 0
    }
  }
}

async function* csvOf(pages: AsyncGenerator<ResultLine[]>): AsyncGenerator<string> {
  yield writeCsv([HEADING])
  for await (const page of pages) yield writeCsv(page.map(cellsOf)).replace(/^\uFEFF/, '')
}

const cellsOf = (row: ResultLine): string[] => [
  row.outcome, row.name, row.classname ?? '', row.suites.join(' › '), row.file ?? '', row.profile ?? '', row.framework ?? '', row.cases.join(' '),
  String(row.attempts), row.durationMs === null ? '' : String(row.durationMs), row.message ?? '',
] // prettier-ignore

async function* jsonOf(pages: AsyncGenerator<ResultLine[]>): AsyncGenerator<string> {
  let separator = '['
  for await (const page of pages) {
    yield separator + page.map(({ id: _, ...row }) => JSON.stringify(row)).join(',\n')
    separator = ',\n'
  }
  yield separator === '[' ? '[]' : ']'
}
