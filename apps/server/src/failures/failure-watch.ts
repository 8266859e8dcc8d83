import { knockOns, naturalKey, orderDependences, outcomeFromCode, type RedTest, type SuggestedCause } from '@bobbin/core'
import { Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { groupFailures } from '../intake/index.js'
import { addEvent } from '../notifications/index.js'
import { recordOf, SYSTEM, type Watched } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { hold, keepDecision } from './decisions.service.js'
import * as sql from './look-queries.js'
import { SuggestionsService } from './suggestions.service.js'

const LOOK_S = 3
/** Runs that are looked at in one turn. */
const MOST_RUNS = 40
/** What happened longer ago is history that somebody brought: nobody is told of it. */
const NEWS_MS = 2 * 86_400_000

interface LookedAt {
  id: number
  projectId: number
  day: string
  laneId: number
  sortKey: string
  startedAt: Date
  /** As the database writes it: a Date is coarser, and the run would be looked at for ever. */
  deliveredAt: string
  /** No later run is in its lane. */
  newest: boolean
  trial: boolean
  build: string
  buildKey: string
  main: boolean
  resolveAfter: number | null
  decideAbove: number | null
}

/**
 * Looks at runs once their results are stored: which failures only follow others, what causes likely are, which came back and which are over;
 * ends mutes and quarantines whose time has come. All of it may be done twice, and is then the same.
 */
@Injectable()
export class FailureWatch {
  private readonly log = new Logger('Failures')

  constructor(
    jobs: Jobs,
    private readonly suggestions: SuggestionsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    jobs.define({ name: 'failures.look', everySeconds: LOOK_S, pollSeconds: 1, retries: 0, withinSeconds: 600, work: () => this.tick() })
    jobs.define({ name: 'failures.orders', everySeconds: 3600, retries: 0, withinSeconds: 1800, work: () => this.findOrders() })
  }

  async tick(): Promise<void> {
    await this.endMutes()
    for (;;) {
      const runs = await rowsOf<LookedAt>(this, sql.TO_LOOK_AT, { most: MOST_RUNS })
      // a suggestion looks at all runs there are: once for each cause does for all of a turn
      const suggested = new Map<number, SuggestedCause | null>()
      for (const one of runs) await this.look(one, suggested)
      if (runs.length < MOST_RUNS) return
    }
  }

  private async look(one: LookedAt, suggested: Map<number, SuggestedCause | null>): Promise<void> {
    try {
      await inTransaction(this, (db) => groupFailures(db, one.projectId))
      await this.findKnockOns(one)
      if (!one.trial) {
        await this.lookAtCauses(one, suggested)
        await this.resolve(one)
        await this.endMutesUntil(one)
        await this.release(one)
      }
    } catch (error) {
      // one run that cannot be looked at keeps no other from it; it is looked at again when it changes
      this.log.warn(`Run ${one.id} could not be looked at: ${error instanceof Error ? error.message : String(error)}`)
    }
    await run(this, sql.LOOKED, { id: one.id, deliveredAt: one.deliveredAt })
  }

  private async findKnockOns({ id, day, projectId }: LookedAt): Promise<void> {
    const rows = await rowsOf<Omit<RedTest, 'outcome'> & { outcome: number }>(this, sql.RED_TESTS, { id, day })
    const orders = rows.length === 0 ? [] : await rowsOf<{ id: number; after: number }>(this, sql.KNOWN_ORDERS, { id, day, projectId })
    const found = knockOns(
      rows.map((row) => ({ ...row, outcome: outcomeFromCode(row.outcome) as RedTest['outcome'] })),
      orders,
    )
    await inTransaction(this, async (db) => {
      await run(db, sql.FORGET_KNOCK_ONS, { id })
      if (found.length > 0)
        await run(db, sql.KEEP_KNOCK_ONS, {
          id,
          ids: found.map((one) => one.id),
          behind: found.map((one) => one.behind),
          rules: found.map((one) => one.rule),
        })
    })
  }

  private async lookAtCauses(one: LookedAt, suggested: Map<number, SuggestedCause | null>): Promise<void> {
    const causes = await rowsOf<{ id: number; tests: number }>(this, sql.CAUSES_OF_RUN, { id: one.id, day: one.day })
    for (const { id, tests } of causes) {
      const suggestion = suggested.has(id) ? (suggested.get(id) ?? null) : await this.suggestions.suggest(one.projectId, id)
      suggested.set(id, suggestion)
      await inTransaction(this, async (db) => {
        const held = await hold(db, one.projectId, id)
        const { decideAbove } = one
        if (held.cause === null && suggestion && decideAbove !== null && suggestion.sure >= decideAbove) {
          await this.act(db, one.projectId, 'failure.decided', id, async () => {
            await run(db, 'update failure_group set cause = $cause, version = version + 1 where id = $id', { id, cause: suggestion.cause })
            await keepDecision(db, one.projectId, { id, suggested: suggestion.cause, sure: suggestion.sure }, suggestion.cause, null)
          })
        }
        const isNews = Date.now() - one.startedAt.getTime() < NEWS_MS
        if (held.resolvedAt !== null && one.startedAt > held.resolvedAt) await this.back(db, one, id, held.title, tests)
        else if (held.defectId !== null && one.main && (await this.reopenDefect(db, one, id, tests, one.startedAt)))
          await addEvent(db, {
            projectId: one.projectId,
            kind: 'backAgain',
            key: `back:${id}:${one.id}`,
            title: `Its defect was closed, and it fails in build ${one.build}: ${held.title}`,
            path: `failures?cause=${id}`,
          })
        else if (
          isNews &&
          one.main &&
          (await rowsOf<{ new: boolean }>(db, sql.IS_NEW, { groupId: id, projectId: one.projectId, id: one.id }))[0]?.new
        )
          await addEvent(db, {
            projectId: one.projectId,
            kind: 'newCause',
            key: `newCause:${id}`,
            title: `New failure in build ${one.build}: ${held.title}`,
            text: `${tests} ${tests === 1 ? 'test fails' : 'tests fail'} this way.${suggestion ? ` Likely ${suggestion.cause}.` : ''}`,
            path: `failures?cause=${id}`,
          })
      })
    }
  }

  /** What was resolved is open again. A defect that was closed is opened again with it. */
  private async back(db: InTransaction, one: LookedAt, id: number, title: string, tests: number): Promise<void> {
    const { projectId, id: runId, build } = one
    await this.act(db, projectId, 'failure.back', id, () =>
      run(
        db,
        'update failure_group set resolved_at = null, resolved_note = null, resolved_by_itself = false, back_at = now(), version = version + 1 where id = $id',
        { id },
      ),
    )
    await this.reopenDefect(db, one, id, tests, null)
    await addEvent(db, {
      projectId,
      kind: 'backAgain',
      key: `back:${id}:${runId}`,
      title: `Back in build ${build}: ${title}`,
      path: `failures?cause=${id}`,
    })
  }

  /**
   * Has the tracker reopen the defect of a cause, where it is closed and was not asked already.
   * @param closedBefore null where it does not matter when it was closed
   * @returns whether it has to
   */
  private async reopenDefect(
    db: InTransaction,
    { build }: LookedAt,
    id: number,
    tests: number,
    closedBefore: Date | null,
  ): Promise<boolean> {
    const asked = await rowsOf(
      db,
      `insert into tracker_message (defect_id, kind, body)
       select d.id, 'state', jsonb_build_object('state', 'open', 'comment', $text::text) from failure_group g join defect d on d.id = g.defect_id
       where g.id = $id and d.state = 'closed' and d.key is not null and ($closedBefore::timestamptz is null or d.closed_at < $closedBefore)
         and not exists (select 1 from tracker_message m where m.defect_id = d.id and m.kind = 'state' and m.sent_at is null)
       returning 1 as yes`,
      { id, closedBefore, text: `It is back in build ${build}: ${tests} ${tests === 1 ? 'test fails' : 'tests fail'} this way again.` },
    )
    return asked.length > 0
  }

  /** Causes whose tests passed often enough since. */
  private async resolve({ id: runId, projectId, laneId, build, startedAt, newest, resolveAfter }: LookedAt): Promise<void> {
    if (resolveAfter === null || !newest) return
    const over = await rowsOf<{ id: number }>(this, sql.OVER, { projectId, laneId, after: resolveAfter })
    for (const { id } of over)
      await inTransaction(this, async (db) => {
        const held = await hold(db, projectId, id)
        if (held.resolvedAt !== null) return
        await this.act(db, projectId, 'failure.resolved', id, () =>
          run(
            db,
            'update failure_group set resolved_at = $startedAt, resolved_note = $note, resolved_by_itself = true, back_at = null, version = version + 1 where id = $id',
            {
              id,
              // in the time of the builds: history that is delivered later brings it back as it went
              startedAt,
              note: `Its tests passed in ${resolveAfter} builds in a row, the last of them ${build}`,
            },
          ),
        )
        if (Date.now() - startedAt.getTime() < NEWS_MS)
          await addEvent(db, {
            projectId,
            kind: 'resolved',
            key: `resolved:${id}:${runId}`,
            title: `Resolved by itself: ${held.title}`,
            path: `failures?cause=${id}`,
          })
      })
  }

  private async endMutes(): Promise<void> {
    for (const { id, projectId, groupId } of await rowsOf<{ id: number; projectId: number; groupId: number | null }>(this, sql.MUTES_OVER))
      await this.endMute(projectId, id, groupId, 'date')
  }

  private async endMutesUntil({ projectId, main, buildKey, build }: LookedAt): Promise<void> {
    if (!main) return
    const mutes = await rowsOf<{ id: number; groupId: number | null; build: string }>(this, sql.MUTES_UNTIL_BUILD, { projectId })
    for (const mute of mutes) {
      const key = naturalKey(mute.build)
      if (mute.build === build || (key !== null && buildKey >= key)) await this.endMute(projectId, mute.id, mute.groupId, 'build')
    }
  }

  /** Ends a mute and says so; of several servers one does. */
  private endMute(projectId: number, muteId: number, groupId: number | null, why: 'date' | 'build'): Promise<void> {
    return inTransaction(this, async (db) => {
      const watched: Watched = { kind: 'mute', where: 't.id = $muteId', bind: { muteId } }
      const { actId } = await recordOf(db, { actor: SYSTEM, projectId, kind: 'mute.ended' }, [watched], () =>
        run(db, sql.END_MUTE, { muteId, why }),
      )
      if (actId === null) return
      const [named] = await rowsOf<{ name: string }>(
        db,
        `select coalesce((select title from failure_group g where g.id = m.group_id), (select s.name from script s where s.id = m.script_id),
           (select e.name from environment e where e.id = m.environment_id), '') as name from mute m where m.id = $muteId`,
        { muteId },
      )
      await addEvent(db, {
        projectId,
        kind: 'muteEnded',
        key: `muteEnded:${muteId}`,
        title: `No longer muted: ${named?.name ?? ''}`,
        path: groupId === null ? 'failures' : `failures?cause=${groupId}`,
      })
    })
  }

  private async release({ id, day, projectId }: LookedAt): Promise<void> {
    for (const { id: quarantineId } of await rowsOf<{ id: number }>(this, sql.OUT_OF_QUARANTINE, { id, day, projectId }))
      await inTransaction(this, async (db) => {
        const watched: Watched = { kind: 'quarantine', where: 't.id = $quarantineId', bind: { quarantineId } }
        await recordOf(db, { actor: SYSTEM, projectId, kind: 'quarantine.ended' }, [watched], () =>
          run(db, `update quarantine set ended_at = now(), ended_why = 'passed' where id = $quarantineId and ended_at is null`, {
            quarantineId,
          }),
        )
      })
  }

  /** Looks for tests that fail only after a certain other one, lane by lane. */
  async findOrders(): Promise<void> {
    for (const { laneId, projectId } of await rowsOf<{ laneId: number; projectId: number }>(this, sql.UNSTEADY_LANES)) {
      const suspects = (await rowsOf<{ id: number }>(this, sql.SUSPECTS, { laneId })).map(({ id }) => id)
      if (suspects.length === 0) continue
      const processes = await rowsOf<{ tests: number[]; failed: number[] }>(this, sql.PROCESSES, { laneId, ids: suspects })
      const suspected = new Set(suspects)
      const found = orderDependences(
        processes.map(({ tests, failed }) => ({ tests, failed: new Set(failed.filter((id) => suspected.has(id))) })),
      )
      await inTransaction(this, async (db) => {
        const pairs = { ids: found.map(({ id }) => id), after: found.map(({ after }) => after) }
        await run(db, sql.FORGET_ORDERS, { suspects, ...pairs })
        await run(db, sql.KEEP_ORDERS, {
          projectId,
          ...pairs,
          failedAfter: found.map((one) => one.failedAfter),
          ranAfter: found.map((one) => one.ranAfter),
          failedOtherwise: found.map((one) => one.failedOtherwise),
          ranOtherwise: found.map((one) => one.ranOtherwise),
        })
      })
    }
  }

  private async act(
    db: InTransaction,
    projectId: number,
    kind: 'failure.decided' | 'failure.back' | 'failure.resolved',
    id: number,
    work: () => Promise<void>,
  ): Promise<void> {
    const watched: Watched = { kind: 'failure', where: 't.id = $id', bind: { id } }
    await recordOf(db, { actor: SYSTEM, projectId, kind }, [watched], work)
  }
}
