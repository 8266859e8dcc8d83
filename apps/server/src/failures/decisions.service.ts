import type { ActKind, Cause } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FailureDecided } from '../contract/index.js'
import { actorOf, record, recordOf, type Watched } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { addEvent } from '../notifications/index.js'
import { GROUP_OF } from './failure-queries.js'
import type { AssignDto, CauseDto, MergeDto, ResolveDto, SplitDto } from './failures.dto.js'

interface Held {
  id: number
  version: number
  title: string
  cause: Cause | null
  suggested: Cause | null
  sure: number | null
  by: string | null
  resolvedAt: Date | null
  assigneeId: number | null
  defectId: number | null
}

const HOLD = `
select g.id, g.version, g.title, g.cause, g.suggested, g.suggested_sure as sure, g.resolved_at as "resolvedAt", g.assignee_id as "assigneeId", g.defect_id as "defectId",
  (select a.name from account a where a.id = g.decided_by) as by
from failure_group g where g.id = $id for update of g`

/** What people decide about causes of failures. Each decision is one act, and can be undone. */
@Injectable()
export class DecisionsService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** What it is: product, script, environment, data, flaky or unknown. What Bobbin suggested meanwhile is kept beside it. */
  decide(context: Context, id: number, { cause = null, version }: CauseDto): Promise<FailureDecided> {
    return this.change(context, id, version, 'failure.decided', async (db, held) => {
      await run(db, 'update failure_group set cause = $cause where id = $id', { id: held.id, cause })
      if (cause !== null) await keepDecision(db, context.project.id, held, cause, context.caller.accountId)
    })
  }

  /** Whose it is. */
  assign(context: Context, id: number, { accountId = null, teamId = null, version }: AssignDto): Promise<FailureDecided> {
    const { project, caller } = context
    return this.change(context, id, version, 'failure.given', async (db, held) => {
      const [known] = await rowsOf<{ account: boolean; team: boolean }>(
        db,
        `select $accountId::int is null or exists (select 1 from membership where project_id = $projectId and account_id = $accountId) as account,
           $teamId::int is null or exists (select 1 from team where project_id = $projectId and id = $teamId) as team`,
        { projectId: project.id, accountId, teamId },
      )
      if (!known?.account) throw notFound('member', accountId ?? 0)
      if (!known.team) throw notFound('team', teamId ?? 0)
      await run(db, 'update failure_group set assignee_id = $accountId, team_id = $teamId where id = $id', {
        id: held.id,
        accountId,
        teamId,
      })
      if (accountId !== null && accountId !== caller.accountId && accountId !== held.assigneeId)
        await addEvent(db, {
          projectId: project.id,
          kind: 'mine',
          key: `mine:${held.id}:${accountId}:${held.version}`,
          title: `You were assigned “${held.title}”`,
          path: `failures?cause=${held.id}`,
          accountId,
        })
    })
  }

  resolve(context: Context, id: number, { note, version }: ResolveDto): Promise<FailureDecided> {
    return this.change(context, id, version, 'failure.resolved', (db, held) =>
      run(
        db,
        'update failure_group set resolved_at = now(), resolved_note = $note, resolved_by_itself = false, back_at = null where id = $id',
        {
          id: held.id,
          note: note || null,
        },
      ),
    )
  }

  reopen(context: Context, id: number, version?: number): Promise<FailureDecided> {
    return this.change(context, id, version, 'failure.reopened', (db, held) =>
      run(db, 'update failure_group set resolved_at = null, resolved_note = null, resolved_by_itself = false where id = $id', {
        id: held.id,
      }),
    )
  }

  /** Whether its tests are to fail as long as its defect is open: one that passes meanwhile is said. */
  expect(context: Context, id: number, on: boolean): Promise<FailureDecided> {
    return this.change(context, id, undefined, 'failure.expected', async (db, held) => {
      if (on && held.defectId === null)
        throw new Problem('conflict', 'noDefect', 'Link a defect first: its tests can only be expected to fail while a defect is open')
      await run(db, 'update failure_group set fail_while_open = $on where id = $id', { id: held.id, on })
    })
  }

  /** Other causes count as this one from now on, and later failures of theirs with them. */
  async merge(context: Context, id: number, { ids }: MergeDto): Promise<FailureDecided> {
    const { project, caller } = context
    return inTransaction(this, async (db) => {
      const into = await groupOf(db, project.id, id)
      const others = [...new Set(await Promise.all(ids.map((other) => groupOf(db, project.id, other))))].filter((other) => other !== into)
      if (others.length === 0) throw new Problem('conflict', 'nothingToMerge', 'Choose another cause to merge with this one')
      const watched: Watched = {
        kind: 'failure',
        where: 't.id = any($others::int[]) or t.merged_into_id = any($others::int[])',
        bind: { others },
      }
      const { actId } = await recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'failure.merged', also: [`failure:${into}`] },
        [watched],
        () =>
          run(
            db,
            'update failure_group set merged_into_id = $into, version = version + 1 where id = any($others::int[]) or merged_into_id = any($others::int[])',
            {
              into,
              others,
            },
          ),
      )
      return { id: into, actId, version: await bump(db, into, caller.accountId) }
    })
  }

  /** Some wordings are a cause of their own from now on. */
  async split(context: Context, id: number, { signatures }: SplitDto): Promise<FailureDecided> {
    const { project, caller } = context
    return inTransaction(this, async (db) => {
      const from = await groupOf(db, project.id, id)
      const own = await rowsOf<{ id: number; all: boolean; title: string }>(
        db,
        `select s.signature_id as id, (select count(*) from signature_cause x where x.group_id = $from) = $wanted as all,
           coalesce((select left(split_part(m.text, E'\\n', 1), 200) from result x join body m on m.id = x.message_id where x.signature_id = s.signature_id and x.outcome in (2, 3, 7) limit 1),
             (select title from failure_group where id = $from)) as title
         from signature_cause s where s.group_id = $from and s.signature_id = any($signatures::int[])`,
        { from, signatures, wanted: signatures.length },
      )
      const [first] = own
      if (!first) throw new Problem('conflict', 'nothingToSplit', 'Choose wordings of this cause to split off')
      if (first.all) throw new Problem('conflict', 'splitsAll', 'A cause keeps at least one of its wordings; leave one out')
      const { answer, actId } = await recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'failure.split', also: [`failure:${from}`] },
        (made: number) => [{ kind: 'failure', where: 't.id = $made', bind: { made } }],
        async () => {
          const [made] = await rowsOf<{ id: number }>(
            db,
            `insert into failure_group (project_id, title, first_seen_at) select project_id, $title, first_seen_at from failure_group where id = $from returning id`,
            { from, title: first.title || 'No message' },
          )
          await run(db, 'update signature set split_group_id = $made where id = any($ids::int[])', {
            made: made?.id,
            ids: own.map((one) => one.id),
          })
          return made?.id ?? 0
        },
      )
      return { id: answer, actId, version: 0 }
    })
  }

  /**
   * Changes one cause by one act. @param version that the caller saw; undefined does not ask
   * @throws Problem conflict where somebody decided meanwhile
   */
  async change(
    context: Context,
    id: number,
    version: number | undefined,
    kind: ActKind,
    work: (db: InTransaction, held: Held) => Promise<void>,
    reason: string | null = null,
  ): Promise<FailureDecided> {
    const { project, caller } = context
    return inTransaction(this, async (db) => {
      const held = await hold(db, project.id, id)
      if (version !== undefined && version !== held.version)
        throw new Problem(
          'conflict',
          'decidedMeanwhile',
          `${held.by ?? 'Somebody'} decided about this cause meanwhile${held.cause ? `: ${held.cause}` : ''}. Look at it again; nothing of yours was stored`,
        )
      const watched: Watched = { kind: 'failure', where: 't.id = $id', bind: { id: held.id } }
      const { actId } = await recordOf(db, { actor: actorOf(caller), projectId: project.id, kind, reason }, [watched], () => work(db, held))
      // what was so already is an act all the same: somebody confirmed it
      const told =
        actId ??
        (await record(db, { actor: actorOf(caller), projectId: project.id, kind, reason, subject: { id: held.id, name: held.title } }))
      return { id: held.id, actId: told, version: await bump(db, held.id, caller.accountId) }
    })
  }
}

/** The cause that a number stands for. @throws Problem notFound */
export async function groupOf(db: Queryable, projectId: number, id: number): Promise<number> {
  const [group] = await rowsOf<{ id: number }>(db, GROUP_OF, { id, projectId })
  if (!group) throw notFound('cause', id)
  return group.id
}

export async function hold(db: InTransaction, projectId: number, id: number): Promise<Held> {
  const [held] = await rowsOf<Held>(db, HOLD, { id: await groupOf(db, projectId, id) })
  if (!held) throw notFound('cause', id)
  return held
}

async function bump(db: InTransaction, id: number, accountId: number): Promise<number> {
  const [row] = await rowsOf<{ version: number }>(
    db,
    'update failure_group set version = version + 1, decided_by = $accountId, decided_at = now() where id = $id returning version',
    { id, accountId },
  )
  return row?.version ?? 0
}

export const keepDecision = (
  db: InTransaction,
  projectId: number,
  { id, suggested, sure }: Pick<Held, 'id' | 'suggested' | 'sure'>,
  cause: Cause,
  byId: number | null,
): Promise<void> =>
  run(
    db,
    'insert into cause_decision (project_id, group_id, cause, suggested, sure, by_id) values ($projectId, $id, $cause, $suggested, $sure, $byId)',
    { projectId, id, cause, suggested, sure, byId },
  )
