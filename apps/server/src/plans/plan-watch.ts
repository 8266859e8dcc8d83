import { Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Project } from '../access/index.js'
import { SYSTEM } from '../platform/acts/index.js'
import { type Queryable, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { ElasticService } from './elastic.service.js'
import { HandingService } from './handing.service.js'
import { nextOf, type TimeRecord } from './plan-times.js'
import { type Occasion, type PlanRecord, StartsService } from './starts.service.js'
import { WorkService } from './work.service.js'

const LOOK_S = 2
/** A moment that passed longer ago was missed: no server was there. */
const MISSED_MS = 120_000

const TIME = `
select t.id, t.plan_id as "planId", t.kind, t.at, t.rule, t.starts, t.zone, t.pipeline, t.branch, t.after_plan_id as "afterPlanId", t.next_at as "nextAt", t.seen_id as "seenId" from plan_time t`

const DUE = `${TIME} where t.next_at <= $now order by t.next_at limit 100`
const UNSET = `${TIME} where t.unset limit 100`

/** Builds of the followed pipelines that came since, whose runs have all ended. */
const NEW_BUILDS = `
select t.id, t.plan_id as "planId", b.id as "buildId", b.name as build, b.branch, b.commit, l.name as pipeline, b.created_at as at
from plan_time t join plan p on p.id = t.plan_id and not p.paused join pipeline l on l.project_id = p.project_id and l.name = t.pipeline
join build b on b.pipeline_id = l.id and b.branch = t.branch and b.id > coalesce(t.seen_id, 0)
where t.kind = 'build' and exists (select 1 from run r where r.build_id = b.id) and not exists (select 1 from run r where r.build_id = b.id and r.live)
  -- what a plan runs itself begins nothing
  and exists (select 1 from run r join lane n on n.id = r.lane_id and not n.trial where r.build_id = b.id and r.start_id is null)
order by b.id limit 100`

/** Starts of the followed plans that ended well since. */
const ENDED_WELL = `
select t.id, t.plan_id as "planId", s.id as "startId", s.ended_at as at from plan_time t join plan p on p.id = t.plan_id and not p.paused
join start s on s.plan_id = t.after_plan_id and s.id > coalesce(t.seen_id, 0) and s.state = 'done' and not s.trial
where t.kind = 'plan' and exists (select 1 from run r where r.start_id = s.id)
  and not exists (select 1 from run r where r.start_id = s.id and (r.failed + r.errored > 0 or r.incomplete)) order by s.id limit 100`

/** Starts what is due, hands over what goes to outside pipelines, and notices agents that fell silent. */
@Injectable()
export class PlanWatch {
  private readonly log = new Logger('Plans')

  constructor(
    jobs: Jobs,
    private readonly starts: StartsService,
    private readonly work: WorkService,
    private readonly handing: HandingService,
    private readonly elastic: ElasticService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    jobs.define({ name: 'plans.tick', everySeconds: LOOK_S, pollSeconds: 1, retries: 0, withinSeconds: 300, work: () => this.tick() })
    jobs.define({ name: 'plans.trials', everySeconds: 3600, retries: 0, work: () => this.forgetTrials() })
  }

  /** What goes wrong with one of these is told, and keeps no other from being done. */
  async tick(): Promise<void> {
    const steps = [
      () => this.setTimes(new Date()),
      () => this.startDue(new Date()),
      () => this.startAfterBuilds(),
      () => this.startAfterPlans(),
      () => this.handing.handOver(),
      () => this.work.endHandedOff(),
      () => this.work.giveUpSilent(),
      () => this.elastic.look(),
    ]
    for (const step of steps)
      try {
        await step()
      } catch (error) {
        this.log.warn(error instanceof Error ? error.message : String(error))
      }
  }

  /** Finds when times that came back by undo are due next. */
  async setTimes(now: Date): Promise<void> {
    for (const time of await rowsOf<TimeRecord>(this, UNSET))
      await run(this, 'update plan_time set next_at = $next, unset = false where id = $id and unset', {
        id: time.id,
        next: nextOf(time, now),
      })
  }

  /** Starts plans whose time has come; a moment happens once, however many servers there are. */
  async startDue(now: Date): Promise<void> {
    for (const time of await rowsOf<TimeRecord>(this, DUE, { now })) {
      const due = time.nextAt ?? now
      await this.byItself(`plan ${time.planId}`, async () => {
        const plan = await this.starts.plan(null, time.planId)
        const missed = now.getTime() - due.getTime() > MISSED_MS
        if (!plan.paused && (!missed || plan.missed === 'once'))
          await this.begin(plan, { why: time.kind === 'once' ? 'once' : 'rule', timeId: time.id, dueAt: due })
      })
      // of several that were missed, one is made up for at most
      await run(this, 'update plan_time set next_at = $next where id = $id and next_at = $due', {
        id: time.id,
        due,
        next: nextOf(time, now),
      })
    }
  }

  async startAfterBuilds(): Promise<void> {
    interface Built {
      id: number
      planId: number
      buildId: number
      build: string
      branch: string
      commit: string | null
      pipeline: string
      at: Date
    }
    for (const { id, planId, buildId, at, ...build } of await rowsOf<Built>(this, NEW_BUILDS)) {
      await this.byItself(`plan ${planId}`, async () =>
        this.begin(await this.starts.plan(null, planId), { why: 'build', timeId: id, dueAt: at, build }),
      )
      await this.seen(id, buildId)
    }
  }

  async startAfterPlans(): Promise<void> {
    for (const { id, planId, startId, at } of await rowsOf<{ id: number; planId: number; startId: number; at: Date }>(this, ENDED_WELL)) {
      await this.byItself(`plan ${planId}`, async () =>
        this.begin(await this.starts.plan(null, planId), { why: 'plan', timeId: id, dueAt: at }),
      )
      await this.seen(id, startId)
    }
  }

  /** A plan that can’t be started keeps no other from it, in whichever project, and is due again at its next time. */
  private async byItself(what: string, work: () => Promise<void>): Promise<void> {
    try {
      await work()
    } catch (error) {
      this.log.warn(`${what}: ${error instanceof Error ? error.message : String(error)}`)
    }
  }

  private seen(id: number, seen: number): Promise<void> {
    return run(this, 'update plan_time set seen_id = greatest(coalesce(seen_id, 0), $seen) where id = $id', { id, seen })
  }

  private async begin(plan: PlanRecord, occasion: Occasion): Promise<void> {
    const project = await Project.findByPk(plan.projectId)
    if (project) await this.starts.start(project, plan, occasion, SYSTEM)
  }

  /** Trials are kept for a day. */
  private async forgetTrials(): Promise<void> {
    await forgetTrials(this, 24)
  }
}

/** Deletes trial runs that are older, with all that they brought. */
export async function forgetTrials(db: Queryable, hours: number): Promise<void> {
  const old = await rowsOf<{ id: number; day: string }>(
    db,
    `select r.id, r.day::text as day from run r join lane l on l.id = r.lane_id where l.trial and not r.live and not r.keep and r.delivered_at < now() - $hours::int * interval '1 hour' limit 500`,
    { hours },
  )
  const bind = { ids: old.map(({ id }) => id), days: [...new Set(old.map(({ day }) => day))] }
  if (old.length === 0) return
  for (const table of ['attempt', 'result', 'attachment']) {
    const days = table === 'attachment' ? '' : ' and day = any($days::date[])'
    await run(db, `delete from ${table} where run_id = any($ids::int[])${days}`, table === 'attachment' ? { ids: bind.ids } : bind)
  }
  await run(db, 'delete from run where id = any($ids::int[])', { ids: bind.ids })
  await run(
    db,
    `delete from start s where s.trial and s.at < now() - $hours::int * interval '1 hour' and not exists (select 1 from run r where r.start_id = s.id)`,
    { hours },
  )
}
