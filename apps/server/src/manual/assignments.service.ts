import { workDays, workload } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { randomUUID } from 'node:crypto'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { numbersOf } from '../cases/index.js'
import type { AssignmentDetail, AssignmentList, AssignmentRow, ManualPerson, Workload } from '../contract/index.js'
import { lockRun, type MadeLog, resolveTarget, settleLive, shareIntake } from '../intake/index.js'
import { addEvent } from '../notifications/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { assignCases } from './assign.js'
import { assignedCase, type AssignedRecord, assignmentRow, type AssignmentRecord } from './assignment-row.js'
import { AssignmentEnded } from './ended.js'
import type { AssignCasesDto, AssignmentsQuery, ChangeAssignmentDto, HandOnDto } from './manual.dto.js'
import * as sql from './manual-queries.js'

/** What one person works on a day, and how many days are looked at. */
const DAY_MS = 6 * 3_600_000
const DAYS = 10

interface Choice {
  id?: number | null
  runId?: number | null
  startId?: number | null
  releaseId?: number | null
  open?: boolean
  mine?: boolean
}

/** Work that is given to people: made, changed, handed on, closed, and how much of it there is. */
@Injectable()
export class AssignmentsService {
  constructor(
    private readonly ended: AssignmentEnded,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list(context: Context, { mine, open, run: runId, start }: AssignmentsQuery): Promise<AssignmentList> {
    return {
      rows: await this.rows(this, context, { mine: mine === 'true', open: open === 'true', runId: runId ?? null, startId: start ?? null }),
    }
  }

  async rows(db: Queryable, { project, caller }: Context, choice: Choice): Promise<AssignmentRow[]> {
    const all = { id: null, runId: null, startId: null, releaseId: null, open: false, mine: false }
    const rows = await rowsOf<AssignmentRecord>(db, sql.ASSIGNMENT_ROWS, {
      projectId: project.id,
      accountId: caller.accountId,
      ...all,
      ...choice,
    })
    return rows.map(assignmentRow)
  }

  async get(context: Context, id: number): Promise<AssignmentDetail> {
    const { project } = context
    const [[row], cases] = await Promise.all([
      this.rows(this, context, { id }),
      rowsOf<AssignedRecord>(this, sql.ASSIGNED_CASES, { id, projectId: project.id, prefix: project.keyPrefix }),
    ])
    if (!row) throw notFound('assignment', id)
    return { ...row, cases: cases.map(assignedCase) }
  }

  /** Gives cases to people, in a run by hand of the build that is named, which is made where it is new. */
  async assign(context: Context, dto: AssignCasesDto): Promise<AssignmentDetail> {
    const { project, caller } = context
    const numbers = numbersOf(project, dto.keys)
    const id = await inTransaction(this, async (db) => {
      await this.mustBeMembers(db, project.id, dto.people)
      await shareIntake(db, project.id)
      const cases = await rowsOf<{ id: number; number: number }>(
        db,
        'select id, number from test_case where project_id = $projectId and deleted_at is null and number = any($numbers::int[])',
        { projectId: project.id, numbers },
      )
      const byNumber = new Map(cases.map((one) => [one.number, one.id]))
      const ids = numbers.map((number, i) => {
        const found = byNumber.get(number)
        if (found === undefined) throw notFound('case', dto.keys[i] ?? '')
        return found
      })
      const log: MadeLog = { made: [], notes: [] }
      const place = {
        pipeline: dto.pipeline,
        branch: dto.branch,
        build: dto.build,
        environment: dto.environment,
        run: ['by-hand', dto.profile].filter(Boolean).join('-'),
        scope: 'partial' as const,
        ...(dto.profile && { profile: dto.profile }),
        ...(dto.release && { release: dto.release }),
      }
      const target = await resolveTarget(db, project.id, place, new Date(), log)
      await run(db, `update run set trigger = 'manual' where id = $runId and total = 0`, { runId: target.runId })
      const { people, inOrder } = dto
      const made = await assignCases(
        db,
        project,
        actorOf(caller),
        { target, place, log },
        {
          name: dto.name,
          cases: [...new Set(ids)].map((caseId, i) => ({ id: caseId, accountId: ownerOf(people, inOrder, i) })),
          people,
          inOrder,
          dueAt: dto.dueAt ? new Date(dto.dueAt) : null,
          values: dto.values ?? {},
          startId: null,
          suiteId: null,
        },
      )
      if (made === null) throw new Problem('conflict', 'retired', 'All of these cases are retired; there is nothing to do')
      await settleLive(db, project.id, target)
      return made
    })
    return this.get(context, id)
  }

  /** Changes whom it is given to, which goes for what is not begun, or when it is due. */
  async change(context: Context, id: number, dto: ChangeAssignmentDto): Promise<AssignmentDetail> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const held = await this.lock(db, project.id, id)
      const { people, dueAt } = dto
      if (people) {
        await this.mustBeMembers(db, project.id, people)
        await run(db, 'update assignment set people = $people::int[] where id = $id', { id, people: `{${people.join(',')}}` })
        await run(
          db,
          `update assigned_case c set account_id = case when cardinality($people::int[]) = 1 or a.in_order
             then ($people::int[])[1 + (c.position - 1) % greatest(1, cardinality($people::int[]))] end
           from assignment a where a.id = c.assignment_id and c.assignment_id = $id and c.state = 'open'`,
          { id, people: `{${people.join(',')}}` },
        )
      }
      if (dueAt !== undefined) await run(db, 'update assignment set due_at = $dueAt where id = $id', { id, dueAt })
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'assignment.changed', subject: held })
      for (const accountId of (people ?? []).filter((one) => one !== caller.accountId)) await this.tell(db, project.id, held, accountId, '')
    })
    return this.get(context, id)
  }

  /** Hands cases that are not done to somebody else, or to whoever takes them; what was written into them goes along. */
  async handOn(context: Context, dto: HandOnDto): Promise<void> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const accountId = dto.accountId ?? null
      if (accountId !== null) await this.mustBeMembers(db, project.id, [accountId])
      const changed = await rowsOf<{ assignmentId: number }>(
        db,
        `update assigned_case set account_id = $accountId where project_id = $projectId and id = any($ids::int[]) and state in ('open', 'going') returning assignment_id as "assignmentId"`,
        { accountId, projectId: project.id, ids: dto.cases },
      )
      const assignments = [...new Set(changed.map(({ assignmentId }) => assignmentId))]
      if (assignments.length === 0) throw new Problem('conflict', 'over', 'None of these cases is open; there is nothing to reassign')
      for (const [i, id] of assignments.entries()) {
        const held = await this.lock(db, project.id, id)
        if (accountId !== null)
          await run(
            db,
            'update assignment set people = array_append(people, $accountId::int) where id = $id and not $accountId = any(people)',
            {
              id,
              accountId,
            },
          )
        if (i === 0)
          await record(db, {
            actor: actorOf(caller),
            projectId: project.id,
            kind: 'assignment.handedOn',
            subject: held,
            also: assignments.slice(1).map((other) => `assignment:${other}`),
          })
        if (accountId !== null && accountId !== caller.accountId) await this.tell(db, project.id, held, accountId, 'Reassigned to you.')
      }
    })
  }

  /** Closes an assignment before everything in it is done: what is open is dropped, with the reason. */
  async close(context: Context, id: number, why: string): Promise<AssignmentDetail> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const held = await this.lock(db, project.id, id)
      await run(db, 'update assignment set closed_at = now(), closed_why = $why where id = $id', { id, why })
      await run(db, `update assigned_case set state = 'dropped' where assignment_id = $id and state in ('open', 'going')`, { id })
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'assignment.closed',
        subject: held,
        also: [`run:${held.runId}`],
        reason: why,
      })
      await this.endOf(db, context, held)
    })
    return this.get(context, id)
  }

  /** When nothing of an assignment is open any more, its run may be over, and so may be what was started. */
  async endOf(db: InTransaction, { project }: Context, { runId, startId }: { runId: number; startId: number | null }): Promise<void> {
    const target = await lockRun(db, runId)
    if (target) await settleLive(db, project.id, target)
    if (startId !== null) await this.ended.tell(db, project, startId)
  }

  async lock(
    db: InTransaction,
    projectId: number,
    id: number,
  ): Promise<{ id: number; name: string; runId: number; startId: number | null }> {
    const [row] = await rowsOf<{ id: number; name: string; runId: number; startId: number | null; closed: boolean }>(
      db,
      'select id, name, run_id as "runId", start_id as "startId", closed_at is not null as closed from assignment where id = $id and project_id = $projectId for update',
      { id, projectId },
    )
    if (!row) throw notFound('assignment', id)
    if (row.closed) throw new Problem('conflict', 'assignmentClosed', `“${row.name}” was closed; nothing in it can be changed`)
    return row
  }

  async tell(
    db: InTransaction,
    projectId: number,
    { id, name }: { id: number; name: string },
    accountId: number,
    text: string,
  ): Promise<void> {
    await addEvent(db, {
      projectId,
      kind: 'assigned',
      // something can become somebody's several times
      key: `assigned:${id}:${accountId}:${randomUUID()}`,
      accountId,
      title: `To do by hand: ${name}`,
      text,
      path: `mine?assignment=${id}`,
    })
  }

  /** How much is given to whom, by the day on which it is due, and who can't do it in time. */
  async workload({ project }: Context, zone: string | undefined): Promise<Workload> {
    const days = workDays(new Date(), zone ?? 'UTC', DAYS, DAY_MS)
    interface Row {
      accountId: number | null
      expectedMs: number
      due: string | null
      person: ManualPerson | null
    }
    const work = await rowsOf<Row>(this, sql.OPEN_WORK, { projectId: project.id, zone: await this.knownZone(zone) })
    const people = new Map(work.map(({ accountId, person }) => [accountId, accountId === null ? null : person]))
    return {
      dayMs: DAY_MS,
      people: workload(work, days)
        .map(({ accountId, ...load }) => ({
          ...load,
          person: people.get(accountId) ?? null,
          cases: work.filter((one) => one.accountId === accountId).length,
        }))
        .sort((a, b) => (a.person?.name ?? '\uffff').localeCompare(b.person?.name ?? '\uffff')),
    }
  }

  /** PostgreSQL refuses a zone that it does not know. */
  private async knownZone(zone = 'UTC'): Promise<string> {
    const [found] = await rowsOf(this, 'select 1 as yes from pg_timezone_names where name = $zone', { zone })
    return found ? zone : 'UTC'
  }

  private async mustBeMembers(db: Queryable, projectId: number, people: readonly number[]): Promise<void> {
    const found = await rowsOf<{ id: number }>(
      db,
      'select account_id as id from membership where project_id = $projectId and account_id = any($people::int[])',
      { projectId, people },
    )
    const missing = people.find((id) => !found.some((one) => one.id === id))
    if (missing !== undefined) throw notFound('member', missing)
  }
}

/** One person gets all; where several do cases in order, one after the other; otherwise whoever is free takes the next. */
export const ownerOf = (people: readonly number[], inOrder: boolean, nth: number): number | null =>
  people.length === 1 || inOrder ? (people[nth % Math.max(1, people.length)] ?? null) : null
