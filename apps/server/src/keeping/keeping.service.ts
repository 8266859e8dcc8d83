import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { announce } from '../events/announce.js'
import type { Forgetting, Space, SpacePart } from '../contract/index.js'
import { QueueService } from '../intake/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { firstKeptDay, type Forgetful, forgetDetails, sweepBlobs } from './forget.js'
import { measureSpace } from './space.js'

const FORGETFUL = `select id as "projectId", keep_details_days as "keepDetailsDays" from project where keep_details_days is not null order by id`

const FORGETTINGS = `
select f.at, a.name as by, f.runs, f.attempts::int as attempts, f.texts::int as texts, f.attachments, f.files
from forgetting f left join account a on a.id = f.account_id where f.project_id = $projectId order by f.at desc limit 10`

const COUNTS = `
select count(*) filter (where not keep and not live and forgotten_at is null and day < $before::date and delivered_at < $before::date)::int as due, count(*) filter (where keep)::int as kept
from run where project_id = $projectId`

/** The night is taken by whoever comes first; one that was broken off is taken again. */
const NIGHT = `
insert into night (day) values ($day::date) on conflict (day) do update set begun_at = now()
where night.ended_at is null and night.begun_at < now() - interval '1 minute' returning day`

const OLD_ACTS = `
delete from act a using project p where p.id = a.project_id and p.keep_acts_days is not null and a.at < now() - make_interval(days => p.keep_acts_days)`

/** How long details are kept, and what is forgotten. */
@Injectable()
export class KeepingService {
  constructor(
    private readonly queue: QueueService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {}

  async space({ project }: Context): Promise<Space> {
    const days = project.keepDetailsDays
    const bind = { projectId: project.id }
    const [[used], [counts], forgettings] = await Promise.all([
      rowsOf<{ at: Date; parts: SpacePart[] }>(this, 'select measured_at as at, parts from space_used where project_id = $projectId', bind),
      rowsOf<{ due: number; kept: number }>(this, COUNTS, { ...bind, before: days === null ? null : firstKeptDay(new Date(), days) }),
      rowsOf<Omit<Forgetting, 'at'> & { at: Date }>(this, FORGETTINGS, bind),
    ])
    return {
      keepDetailsDays: days,
      measuredAt: used?.at.toISOString() ?? null,
      parts: used?.parts ?? [],
      due: counts?.due ?? 0,
      kept: counts?.kept ?? 0,
      forgettings: forgettings.map((row) => ({ ...row, at: row.at.toISOString() })),
    }
  }

  async measure(context: Context): Promise<Space> {
    await measureSpace(this, context.project.id)
    await announce(this, context.project.id, ['space'])
    return this.space(context)
  }

  /** What the night would do, now. */
  async forget(context: Context): Promise<Space> {
    const { project, caller } = context
    const { keepDetailsDays } = project
    if (keepDetailsDays === null)
      throw new Problem(
        'conflict',
        'keptForEver',
        'This project keeps details permanently; set first for how many days it should keep them',
      )
    await inTransaction(this, (db) =>
      record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'details.deleted',
        subject: { id: project.id, name: project.name },
      }),
    )
    await forgetDetails(this, [{ projectId: project.id, keepDetailsDays }], new Date(), caller.accountId)
    return this.measure(context)
  }

  /** A run that is kept loses nothing, however old it gets. */
  async keepRun({ project, caller }: Context, id: number, keep: boolean): Promise<void> {
    const act = { actor: actorOf(caller), projectId: project.id, kind: keep ? 'run.kept' : 'run.released' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [{ kind: 'run', where: 't.id = $id', bind: { id } }], async () => {
        const rows = await rowsOf(db, 'update run set keep = $keep where id = $id and project_id = $projectId returning id', {
          id,
          keep,
          projectId: project.id,
        })
        if (rows.length === 0) throw notFound('run', id)
      }),
    )
  }

  /** The one way in which the change log loses anything: by the rule how long a project keeps it. */
  private deleteOldActs(): Promise<void> {
    return inTransaction(this, async (db) => {
      await run(db, `set local bobbin.retention = 'on'`)
      await run(db, OLD_ACTS)
    })
  }

  /** The work of a night, by whichever process comes first. @returns whether it was this one */
  async night(now: Date): Promise<boolean> {
    const day = now.toISOString().slice(0, 10)
    const begun = await rowsOf(this, NIGHT, { day })
    if (begun.length === 0) return false
    await forgetDetails(this, await rowsOf<Forgetful>(this, FORGETFUL), now, null)
    await this.queue.forgetBroken()
    await sweepBlobs(this, this.blobs)
    await this.deleteOldActs()
    for (const { id } of await rowsOf<{ id: number }>(this, 'select id from project order by id')) await measureSpace(this, id)
    await run(this, 'update night set ended_at = now() where day = $day::date', { day })
    return true
  }
}
