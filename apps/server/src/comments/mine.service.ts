import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { Mine, MineCount } from '../contract/index.js'
import { FailureListService } from '../failures/index.js'
import { AssignmentsService, MINE, WAITS_FOR } from '../manual/index.js'
import { rowsOf } from '../platform/database.js'
import type { Lens } from '../runs/index.js'
import { CommentsService } from './comments.service.js'

const COUNT = `
select (select count(*)::int from mention m join comment c on c.id = m.comment_id and c.deleted_at is null
    where m.account_id = $accountId and m.read_at is null and c.project_id = $projectId) as unread,
  (select count(*)::int from failure_group g where g.project_id = $projectId and g.resolved_at is null and g.merged_into_id is null
    and (g.assignee_id = $accountId or g.team_id in (select team_id from team_member where account_id = $accountId and project_id = $projectId))) as failures,
  (select count(*)::int from assigned_case c join assignment a on a.id = c.assignment_id and a.closed_at is null where c.project_id = $projectId and c.state in ('open', 'going') and ${MINE} and ${WAITS_FOR} is null) as "toDo"`

interface DraftRecord {
  key: string
  title: string
  owner: string | null
  updatedAt: Date
}

const DRAFTS = `
select $prefix || '-' || c.number as key, c.title, (select name from account a where a.id = c.owner_id) as owner, c.updated_at as "updatedAt"
from test_case c where c.project_id = $projectId and c.deleted_at is null and c.state = 'draft'`

/** What waits for who is signed in. */
@Injectable()
export class MineService {
  constructor(
    private readonly comments: CommentsService,
    private readonly failures: FailureListService,
    private readonly assignments: AssignmentsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async count(context: Context): Promise<MineCount> {
    const { project, caller } = context
    const [[row], untriaged] = await Promise.all([
      rowsOf<Omit<MineCount, 'untriaged'>>(this, COUNT, { projectId: project.id, accountId: caller.accountId }),
      this.failures.untriaged(context),
    ])
    return { unread: row?.unread ?? 0, failures: row?.failures ?? 0, toDo: row?.toDo ?? 0, untriaged }
  }

  async get(context: Context, lens: Lens): Promise<Mine> {
    const bind = { projectId: context.project.id, accountId: context.caller.accountId }
    const [mentions, failures, quarantined, cells, assignments, drafts, reviews] = await Promise.all([
      this.comments.mentions(context),
      this.failures.list(context, lens, { mine: 'true' }),
      rowsOf<Mine['quarantined'][number]>(
        this,
        `select s.id as "scriptId", s.name, q.reason from quarantine q join script s on s.id = q.script_id
         where q.project_id = $projectId and q.owner_id = $accountId and q.ended_at is null order by q.id desc limit 100`,
        bind,
      ),
      rowsOf<Mine['cells'][number]>(
        this,
        `select p.id as "planId", p.name as plan, e.name as environment from plan_cell c join plan p on p.id = c.plan_id join environment e on e.id = c.environment_id
         where p.project_id = $projectId and c.owner_id = $accountId order by p.name, e.name limit 100`,
        bind,
      ),
      this.assignments.list(context, { mine: 'true' }),
      rowsOf<DraftRecord>(this, `${DRAFTS} and c.owner_id = $accountId order by c.updated_at desc limit 100`, {
        ...bind,
        prefix: context.project.keyPrefix,
      }),
      context.rights.has('approve')
        ? rowsOf<DraftRecord>(this, `${DRAFTS} and c.owner_id is distinct from $accountId order by c.updated_at desc limit 100`, {
            ...bind,
            prefix: context.project.keyPrefix,
          })
        : [],
    ])
    return {
      mentions,
      unread: mentions.filter(({ unread }) => unread).length,
      failures: failures.rows.filter(({ state }) => state !== 'resolved'),
      quarantined,
      cells,
      assignments: assignments.rows,
      drafts: drafts.map(({ key, title, updatedAt }) => ({ key, title, updatedAt: updatedAt.toISOString() })),
      reviews: reviews.map(({ updatedAt, ...row }) => ({ ...row, updatedAt: updatedAt.toISOString() })),
    }
  }
}
