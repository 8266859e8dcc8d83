import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FailureDecided, DefectDraft, StartRow } from '../contract/index.js'
import { DefectsService, type LinkDefectDto, type NewDefectDto } from '../defects/index.js'
import { StartsService } from '../plans/index.js'
import { rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { Lens } from '../runs/index.js'
import { DecisionsService } from './decisions.service.js'
import { FailureDetailService } from './failure-detail.service.js'

/** What follows from a decision outside of the list of causes: defects, and running tests again. */
@Injectable()
export class GroupDefectsService {
  constructor(
    private readonly detail: FailureDetailService,
    private readonly decisions: DecisionsService,
    private readonly defects: DefectsService,
    private readonly starts: StartsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async draft(context: Context, lens: Lens, id: number): Promise<DefectDraft> {
    const { row, example, tests, totalTests } = await this.detail.get(context, lens, id, 20)
    const [steps] = await rowsOf<{ steps: { action: string }[] }>(
      this,
      `select c.steps from link l join test_case c on c.id = l.case_id and c.deleted_at is null
       where l.state = 'active' and l.script_id = $scriptId order by jsonb_array_length(c.steps) desc limit 1`,
      { scriptId: example?.script.id ?? 0 },
    )
    return this.defects.draft(context, {
      groupId: row.id,
      title: row.title,
      message: example?.message ?? row.title,
      stack: example?.stack ?? '',
      environment: row.environments.join(', '),
      build: row.last.build,
      commit: row.since.commit,
      runId: example?.runId ?? row.last.runId,
      scriptId: example?.script.id ?? 0,
      tests: tests.map(({ script, cases }) => ({ name: script.name, cases })),
      totalTests,
      since: row.since.build,
      steps: (steps?.steps ?? []).map(({ action }) => action),
      picture: example?.picture ?? null,
    })
  }

  /** A new defect of a cause. */
  report(context: Context, id: number, dto: NewDefectDto): Promise<FailureDecided> {
    return this.decisions.change(context, id, undefined, 'failure.defectLinked', async (db, held) => {
      const defectId = await this.defects.report(db, context, dto)
      await run(db, 'update failure_group set defect_id = $defectId where id = $id', { id: held.id, defectId })
    })
  }

  /** A defect that is there already, or none. */
  async link(context: Context, id: number, { key }: LinkDefectDto): Promise<FailureDecided> {
    const defectId = key ? await this.defects.byKey(context, key) : null
    return this.decisions.change(context, id, undefined, 'failure.defectLinked', (db, held) =>
      run(
        db,
        'update failure_group set defect_id = $defectId, fail_while_open = fail_while_open and $defectId::int is not null where id = $id',
        {
          id: held.id,
          defectId,
        },
      ),
    )
  }

  /** Runs the tests of a cause again, as they ran in the newest build that has it. */
  async rerun(context: Context, lens: Lens, id: number): Promise<StartRow> {
    const { row, tests } = await this.detail.get(context, lens, id, 1000)
    const runId = row.last.runId
    const scripts = tests.filter((test) => test.runId === runId && !test.behind).map(({ script }) => script.id)
    if (scripts.length === 0) throw new Problem('conflict', 'nothingToRun', 'No test of this cause failed in a run that can be run again')
    return this.starts.rerun(context, runId, scripts)
  }
}
