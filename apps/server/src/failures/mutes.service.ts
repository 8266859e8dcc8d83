import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { Mute, Muted, Quarantined, QuarantineList, QuarantineRow } from '../contract/index.js'
import { actorOf, recordOf, type Watched } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, isUniqueViolation, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { hold } from './decisions.service.js'
import { muteRow, type MuteRecord } from './failure-list.service.js'
import { MUTES } from './failure-queries.js'
import { PASSED_IN_A_ROW } from './look-queries.js'
import type { MuteDto, MuteUntilDto, QuarantineDto } from './failures.dto.js'

interface About {
  groupId: number | null
  scriptId: number | null
  defectId: number | null
}

/** Tests in quarantine, and those that were, with how often they passed in a row. */
const QUARANTINED = `
select q.id, q.reason, q.passes, q.at, q.ended_at as "endedAt", q.ended_why as "endedWhy", (select a.name from account a where a.id = q.by_id) as by,
  (select jsonb_build_object('id', a.id, 'name', a.name) from account a where a.id = q.owner_id) as owner,
  (select to_jsonb(x) from (select ${SCRIPT_REF}) x) as script,
  case when q.ended_at is null then ${PASSED_IN_A_ROW} else 0 end as passed
from quarantine q join script s on s.id = q.script_id
where q.project_id = $projectId
order by q.ended_at is not null, q.id desc limit 500`

/** Failures that do not count for a time, and tests that may fail without turning a build red. */
@Injectable()
export class MutesService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list({ project }: Context): Promise<{ rows: Mute[] }> {
    return { rows: (await rowsOf<MuteRecord>(this, MUTES, { projectId: project.id, groupId: null, scriptIds: [] })).map(muteRow) }
  }

  /** A cause. */
  muteCause(context: Context, id: number, dto: MuteUntilDto): Promise<Muted> {
    return inTransaction(this, async (db) => {
      const held = await hold(db, context.project.id, id)
      return this.add(db, context, dto, { groupId: held.id, scriptId: null, defectId: held.defectId })
    })
  }

  /** A test, or everything in an environment. */
  mute(context: Context, { scriptId = null, ...dto }: MuteDto): Promise<Muted> {
    if (scriptId === null && !dto.environmentId)
      throw new Problem('invalid', 'nothingToMute', 'Say what to mute: a test, an environment, or both')
    return inTransaction(this, async (db) => {
      if (scriptId !== null) await mustBeScripts(db, context.project.id, [scriptId])
      return this.add(db, context, dto, { groupId: null, scriptId, defectId: null })
    })
  }

  private async add(db: InTransaction, { project, caller }: Context, dto: MuteUntilDto, about: About): Promise<Muted> {
    const { untilAt = null, untilBuild = null, untilDefect = false, environmentId = null, reason } = dto
    const given = [untilAt, untilBuild || null, untilDefect || null].filter((one) => one !== null)
    if (given.length !== 1) throw new Problem('invalid', 'until', 'Say until when: a date, a build, or the closing of the defect')
    if (untilAt !== null && new Date(untilAt).getTime() <= Date.now())
      throw new Problem('invalid', 'past', 'Choose a date that is still to come')
    if (untilDefect && about.defectId === null)
      throw new Problem('conflict', 'noDefect', 'Link a defect to the cause first, or choose a date or a build')
    if (environmentId !== null) await mustBeEnvironment(db, project.id, environmentId)
    const { answer, actId } = await recordOf(
      db,
      {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'mute.made',
        reason: reason || null,
        also: about.groupId === null ? [] : [`failure:${about.groupId}`],
      },
      (id: number) => [{ kind: 'mute', where: 't.id = $id', bind: { id } }],
      async () => {
        const [row] = await rowsOf<{ id: number }>(
          db,
          `insert into mute (project_id, group_id, script_id, environment_id, reason, until_at, until_build, until_defect_id, by_id)
           values ($projectId, $groupId, $scriptId, $environmentId, $reason, $untilAt, $untilBuild, $untilDefectId, $byId) returning id`,
          {
            projectId: project.id,
            groupId: about.groupId,
            scriptId: about.scriptId,
            environmentId,
            reason,
            untilAt,
            untilBuild: untilBuild || null,
            untilDefectId: untilDefect ? about.defectId : null,
            byId: caller.accountId,
          },
        )
        return row?.id ?? 0
      },
    )
    return { id: answer, actId }
  }

  unmute({ project, caller }: Context, id: number): Promise<Muted> {
    return inTransaction(this, async (db) => {
      const watched: Watched = { kind: 'mute', where: 't.id = $id and t.project_id = $projectId', bind: { id, projectId: project.id } }
      const { actId } = await recordOf(db, { actor: actorOf(caller), projectId: project.id, kind: 'mute.ended' }, [watched], async () => {
        const rows = await rowsOf(
          db,
          `update mute set ended_at = now(), ended_why = 'person' where id = $id and project_id = $projectId and ended_at is null returning 1 as yes`,
          { id, projectId: project.id },
        )
        if (rows.length === 0) throw notFound('mute that has not ended', id)
      })
      return { id, actId }
    })
  }

  async quarantined({ project }: Context): Promise<QuarantineList> {
    const [rows, [sums]] = await Promise.all([
      rowsOf<Omit<QuarantineRow, 'at' | 'endedAt'> & { at: Date; endedAt: Date | null }>(this, QUARANTINED, {
        projectId: project.id,
      }),
      rowsOf<{ limit: number; open: number }>(this, SUMS, { projectId: project.id }),
    ])
    return {
      rows: rows.map(({ at, endedAt, ...row }) => ({ ...row, at: at.toISOString(), endedAt: endedAt?.toISOString() ?? null })),
      limit: sums?.limit ?? 0,
      open: sums?.open ?? 0,
    }
  }

  /** Over the project's limit nobody can quarantine more: the limit is held by a lock, also where two do it at once. */
  async quarantine({ project, caller }: Context, { scriptIds, reason, ownerId = null, passes }: QuarantineDto): Promise<Quarantined> {
    try {
      return await inTransaction(this, async (db) => {
        await mustBeScripts(db, project.id, scriptIds)
        await run(db, 'select 1 from project where id = $id for update', { id: project.id })
        const [sums] = await rowsOf<{ limit: number; open: number }>(db, SUMS, { projectId: project.id })
        if (sums && sums.open + scriptIds.length > sums.limit)
          throw new Problem(
            'conflict',
            'quarantineFull',
            `${sums.open} ${sums.open === 1 ? 'test is' : 'tests are'} in quarantine, and this project allows ${sums.limit}. Release some first, or have a lead raise the limit in Settings`,
          )
        const { answer, actId } = await recordOf(
          db,
          { actor: actorOf(caller), projectId: project.id, kind: 'quarantine.made', reason, also: scriptIds.map((id) => `script:${id}`) },
          (ids: number[]) => [{ kind: 'quarantine', where: 't.id = any($ids::int[])', bind: { ids } }],
          async () => {
            const rows = await rowsOf<{ id: number }>(
              db,
              `insert into quarantine (project_id, script_id, reason, owner_id, passes, by_id)
               select $projectId::int, script_id, $reason, (select account_id from membership where project_id = $projectId and account_id = $ownerId), $passes::int, $byId::int
               from unnest($scriptIds::int[]) as own (script_id) returning id`,
              { projectId: project.id, scriptIds, reason, ownerId: ownerId ?? caller.accountId, passes, byId: caller.accountId },
            )
            return rows.map(({ id }) => id)
          },
        )
        return { ids: answer, actId }
      })
    } catch (error) {
      if (!isUniqueViolation(error)) throw error
      throw new Problem(
        'conflict',
        'already',
        scriptIds.length === 1 ? 'This test is in quarantine already' : 'One of these tests is in quarantine already',
      )
    }
  }

  release({ project, caller }: Context, id: number): Promise<Muted> {
    return inTransaction(this, async (db) => {
      const watched: Watched = {
        kind: 'quarantine',
        where: 't.id = $id and t.project_id = $projectId',
        bind: { id, projectId: project.id },
      }
      const { actId } = await recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'quarantine.ended' },
        [watched],
        async () => {
          const rows = await rowsOf(
            db,
            `update quarantine set ended_at = now(), ended_why = 'person' where id = $id and project_id = $projectId and ended_at is null returning 1 as yes`,
            { id, projectId: project.id },
          )
          if (rows.length === 0) throw notFound('quarantine that has not ended', id)
        },
      )
      return { id, actId }
    })
  }
}

const SUMS = `
select p.quarantine_limit as limit, (select count(*)::int from quarantine q where q.project_id = p.id and q.ended_at is null) as open
from project p where p.id = $projectId`

async function mustBeScripts(db: Queryable, projectId: number, ids: readonly number[]): Promise<void> {
  const rows = await rowsOf<{ id: number }>(db, 'select id from script where id = any($ids::int[]) and project_id = $projectId', {
    ids,
    projectId,
  })
  const missing = ids.find((id) => !rows.some((row) => row.id === id))
  if (missing !== undefined) throw notFound('script', missing)
}

async function mustBeEnvironment(db: Queryable, projectId: number, id: number): Promise<void> {
  const rows = await rowsOf(db, 'select 1 as yes from environment where id = $id and project_id = $projectId', { id, projectId })
  if (rows.length === 0) throw notFound('environment', id)
}
