import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { SignOff, SignOffState } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, isUniqueViolation, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import type { SignOffDto } from './manual.dto.js'

interface Chosen {
  runId: number | null
  releaseId: number | null
}

interface SignOffRecord extends Omit<SignOff, 'at' | 'reopenedAt'> {
  at: Date
  reopenedAt: Date | null
}

const SIGN_OFFS = `
select s.id, s.run_id as "runId", s.release_id as "releaseId", s.words, s.open, (select name from account a where a.id = s.account_id) as by, s.at,
  s.reopened_at as "reopenedAt", (select name from account a where a.id = s.reopened_by) as "reopenedBy", s.reopened_why as "reopenedWhy"
from sign_off s where s.project_id = $projectId`

/** Of a run, its release counts as well. */
const OF = `(s.release_id = $releaseId::int or s.run_id = $runId::int or s.release_id = (select r.release_id from run r where r.id = $runId::int))`

/**
 * What is open in a run, or in the runs of a release. What fails is what failed in the newest run of each lane and profile: what failed in
 * an older build and passes now is not open. Binds projectId, runId, releaseId.
 */
const OPEN = `
with runs as (
  select r.id, r.day, r.live, r.lane_id, r.profile, r.sort_key, r.total from run r join lane l on l.id = r.lane_id and (not l.trial or $runId::int is not null)
  where r.project_id = $projectId and ($runId::int is null or r.id = $runId) and ($releaseId::int is null or r.release_id = $releaseId)
), newest as (
  select distinct on (lane_id, profile) id, day from runs where total > 0 order by lane_id, profile, sort_key desc
), red as (
  select x.script_id, g.id as group_id, g.cause, g.resolved_at, d.id as defect_id
  from newest r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3) left join signature_cause s on s.signature_id = x.signature_id
  left join failure_group g on g.id = s.group_id left join defect d on d.id = g.defect_id and d.state = 'open'
)
select (select count(*)::int from runs r join assignment a on a.run_id = r.id and a.closed_at is null join assigned_case c on c.assignment_id = a.id and c.state in ('open', 'going')) as cases,
  (select count(*)::int from runs r join part p on p.run_id = r.id and p.state in ('waiting', 'running')) as parts,
  (select count(*)::int from runs where live) as live,
  (select count(distinct group_id)::int from red where cause is null and resolved_at is null) as untriaged,
  (select count(distinct script_id)::int from red) as failing,
  (select count(distinct defect_id)::int from red) as defects`

const WORDS: Record<string, [string, string]> = {
  cases: ['case not done by hand', 'cases not done by hand'],
  parts: ['part of a run not done', 'parts of runs not done'],
  live: ['run still going on', 'runs still going on'],
  untriaged: ['cause that nobody looked at', 'causes that nobody looked at'],
  failing: ['test failing', 'tests failing'],
  defects: ['open defect', 'open defects'],
}

/** Runs and releases that are closed with words. Their results change only after they are reopened, which is kept, too. */
@Injectable()
export class SignOffService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async state(context: Context, chosen: Chosen): Promise<SignOffState> {
    mustChooseOne(chosen)
    await this.nameOf(this, context, chosen)
    const [all, open] = await Promise.all([this.all(this, context, chosen), this.open(this, context, chosen)])
    return {
      current: all.find(({ reopenedAt }) => reopenedAt === null) ?? null,
      past: all.filter(({ reopenedAt }) => reopenedAt !== null),
      open,
    }
  }

  async current(db: Queryable, context: Context, chosen: Chosen): Promise<SignOff | null> {
    return (await this.all(db, context, chosen)).find(({ reopenedAt }) => reopenedAt === null) ?? null
  }

  async sign(context: Context, { words, ...of }: SignOffDto): Promise<SignOffState> {
    const { project, caller } = context
    const { runId = null, releaseId = null } = of as Partial<Chosen>
    const chosen = { runId, releaseId }
    mustChooseOne(chosen)
    try {
      await inTransaction(this, async (db) => {
        const name = await this.nameOf(db, context, chosen, true)
        const open = await this.open(db, context, chosen)
        const [made] = await rowsOf<{ id: number }>(
          db,
          `insert into sign_off (project_id, run_id, release_id, words, open, account_id) values ($projectId, $runId, $releaseId, $words, $open::jsonb, $by) returning id`,
          { projectId: project.id, ...chosen, words, open: JSON.stringify(open), by: caller.accountId },
        )
        const also = runId === null ? [`release:${releaseId}`] : [`run:${runId}`]
        await record(db, {
          actor: actorOf(caller),
          projectId: project.id,
          kind: 'signOff.made',
          subject: { id: made?.id ?? 0, name },
          also,
          reason: words.slice(0, 500),
        })
      })
    } catch (error) {
      if (!isUniqueViolation(error)) throw error
      throw new Problem('conflict', 'signedOff', 'It is signed off already')
    }
    return this.state(context, chosen)
  }

  async reopen(context: Context, id: number, why: string): Promise<SignOffState> {
    const { project, caller } = context
    const chosen = await inTransaction(this, async (db) => {
      const [held] = await rowsOf<Chosen & { reopened: boolean }>(
        db,
        'select run_id as "runId", release_id as "releaseId", reopened_at is not null as reopened from sign_off where id = $id and project_id = $projectId for update',
        { id, projectId: project.id },
      )
      if (!held) throw notFound('sign-off', id)
      if (held.reopened) throw new Problem('conflict', 'reopened', 'It was reopened already')
      const { runId, releaseId } = held
      const name = await this.nameOf(db, context, { runId, releaseId })
      await run(db, 'update sign_off set reopened_at = now(), reopened_by = $by, reopened_why = $why where id = $id', {
        id,
        by: caller.accountId,
        why,
      })
      const also = runId === null ? [`release:${releaseId}`] : [`run:${runId}`]
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'signOff.reopened',
        subject: { id, name },
        also,
        reason: why,
      })
      return { runId, releaseId }
    })
    return this.state(context, chosen)
  }

  private async all(db: Queryable, { project }: Context, chosen: Chosen): Promise<SignOff[]> {
    const rows = await rowsOf<SignOffRecord>(db, `${SIGN_OFFS} and ${OF} order by s.at desc`, { projectId: project.id, ...chosen })
    return rows.map(({ at, reopenedAt, ...row }) => ({ ...row, at: at.toISOString(), reopenedAt: reopenedAt?.toISOString() ?? null }))
  }

  private async open(db: Queryable, { project }: Context, chosen: Chosen): Promise<SignOff['open']> {
    const [row] = await rowsOf<Record<string, number>>(db, OPEN, { projectId: project.id, ...chosen })
    return Object.entries(row ?? {}).flatMap(([name, count]) => {
      const [one, many] = WORDS[name] ?? [name, name]
      return count === 0 ? [] : [{ text: count === 1 ? one : many, count }]
    })
  }

  /** What it is called; locked where it is to be signed off, so that nothing comes in meanwhile. */
  private async nameOf(db: Queryable | InTransaction, { project }: Context, { runId, releaseId }: Chosen, lock = false): Promise<string> {
    const text =
      runId === null
        ? `select name from release where id = $id and project_id = $projectId${lock ? ' for update' : ''}`
        : `select 'build ' || b.name || ' in ' || e.name as name from run r join build b on b.id = r.build_id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
           where r.id = $id and r.project_id = $projectId${lock ? ' for update of r' : ''}`
    const [row] = await rowsOf<{ name: string }>(db, text, { id: runId ?? releaseId, projectId: project.id })
    if (!row) throw notFound(runId === null ? 'release' : 'run', runId ?? releaseId ?? 0)
    if (lock && releaseId !== null) await run(db, 'select 1 from run where release_id = $releaseId for update', { releaseId })
    return row.name
  }
}

function mustChooseOne({ runId, releaseId }: Chosen): void {
  if ((runId === null) === (releaseId === null)) throw new Problem('invalid', 'signOffOf', 'Say what it is about: a run or a release')
}
