import { Injectable, StreamableFile } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { outcomeFromCode, type Outcome } from '@bobbin/core'
import { Readable } from 'node:stream'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { rowsOf } from '../platform/database.js'
import { writeCsv } from '../platform/tables/sheet.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { RunsService } from './runs.service.js'

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

interface ResultLine {
  id: number
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  profile: string | null
  framework: string | null
  cases: string[]
  outcome: Outcome
  attempts: number
  durationMs: number | null
  message: string | null
}

const HEADING = ['Outcome', 'Name', 'Class', 'Suites', 'File', 'Profile', 'Framework', 'Cases', 'Attempts', 'Duration (ms)', 'Message']

/** A run's results out of Bobbin, as a stream. */
@Injectable()
export class RunExportService {
  constructor(
    private readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async results(context: Context, runId: number, format: 'csv' | 'json'): Promise<StreamableFile> {
    const record = await this.runs.record(context, runId)
    const pages = this.pages(context, runId, record.day)
    const name = `${record.pipeline}-${record.build}-${record.environment}.${format}`.replace(/[^\w.-]+/g, '-')
    return new StreamableFile(Readable.from(format === 'csv' ? csvOf(pages) : jsonOf(pages)), {
      type: format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
      disposition: `attachment; filename="${name}"`,
    })
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
