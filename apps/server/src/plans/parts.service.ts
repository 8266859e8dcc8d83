import { type MaintenanceWindow, nextOccurrences, windowsWithin } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { PartList, PartLog, PartRow, StartRow, Today, TodayBar } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { endOf, type PartRecord, partRow, type Situation, situationOf, waitOf } from './part-row.js'
import * as sql from './plan-queries.js'
import { startRow, type StartRecord } from './start-row.js'
import { type TimeRecord } from './plan-times.js'

const DAY_MS = 86_400_000
const MOST_LOG = 300_000
const MOST_COMING = 200

/** What is under way, what waits and why, and what ran. */
@Injectable()
export class PartsService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** The parts of a run, with what it belongs to. */
  async ofRun({ project }: Context, runId: number): Promise<PartList> {
    const [run] = await rowsOf<{ startId: number | null }>(
      this,
      'select start_id as "startId" from run where id = $runId and project_id = $projectId',
      {
        runId,
        projectId: project.id,
      },
    )
    if (!run) throw notFound('run', runId)
    const situation = await situationOf(this, project.id)
    const parts = await this.parts(project.id, { runId })
    const reruns = await rowsOf<Omit<PartList['reruns'][number], 'at'> & { at: Date }>(this, RERUNS, { runId })
    return {
      rows: this.rows(parts, situation),
      start: run.startId === null ? null : await this.start(project.id, run.startId, situation),
      reruns: reruns.map(({ at, ...rerun }) => ({ ...rerun, at: at.toISOString() })),
    }
  }

  async log({ project }: Context, id: number, from: number): Promise<PartLog> {
    const [part] = await this.parts(project.id, { id })
    if (!part) throw notFound('part', id)
    const pieces = await rowsOf<{ at: number; text: string }>(
      this,
      `select at::float8 as at, text from part_log where part_id = $id and at + length(text) > $from::bigint order by at limit 400`,
      { id, from },
    )
    let text = ''
    let next = from
    for (const piece of pieces) {
      text += piece.text.slice(Math.max(0, next - piece.at))
      next = piece.at + piece.text.length
      if (text.length > MOST_LOG) break
    }
    return { text, next, done: part.endedAt !== null && next >= part.logChars }
  }

  /** A day on one page: agents, what they ran, run and will run, and what waits. */
  async today({ project }: Context, from: Date): Promise<Today> {
    const projectId = project.id
    const to = new Date(from.getTime() + DAY_MS)
    const now = new Date()
    const situation = await situationOf(this, projectId)
    const [ran, open, starts, times, windows] = await Promise.all([
      rowsOf<PartRecord>(this, sql.PARTS_OF_DAY, { projectId, from, to }),
      this.parts(projectId, { open: true }),
      rowsOf<StartRecord>(this, sql.START_ROWS, { projectId, id: null, planId: null, open: true, most: 100 }),
      rowsOf<TimeRecord & { name: string; expectedMs: number | null }>(this, COMING_TIMES, { projectId }),
      rowsOf<{ name: string; maintenance: MaintenanceWindow[] }>(
        this,
        `select name, maintenance from environment where project_id = $projectId and maintenance <> '[]'`,
        { projectId },
      ),
    ])
    const going = starts.map((start) => {
      // what ended says how fast the rest goes
      const ended = ran.filter(({ startId, state }) => startId === start.id && state === 'done')
      const parts = [...ended, ...open.filter(({ startId }) => startId === start.id)]
      return startRow(start, endOf(parts, situation, now)?.toISOString() ?? null)
    })
    return {
      from: from.toISOString(),
      to: to.toISOString(),
      now: now.toISOString(),
      lines: situation.agents.map((agent) => ({
        id: `agent-${agent.id}`,
        name: agent.name,
        about: agent.labels.join(', '),
        away: agent.away ? 'away' : agent.paused ? 'paused' : null,
        bars: ran.filter((part) => part.agentId === agent.id).map((part) => barOf(part, now)),
      })),
      closed: windows
        .flatMap(({ name, maintenance }) =>
          windowsWithin(maintenance, from, to).map((one) => ({
            environment: name,
            from: one.from.toISOString(),
            to: one.to.toISOString(),
            note: one.note,
          })),
        )
        .slice(0, 50),
      waiting: this.rows(open.filter(({ state }) => state === 'waiting'), situation), // prettier-ignore
      going,
      coming: comingOf(times, now, to),
    }
  }

  async start(projectId: number, id: number, situation: Situation): Promise<StartRow> {
    const [record] = await rowsOf<StartRecord>(this, sql.START_ROWS, { projectId, id, planId: null, open: false, most: 1 })
    if (!record) throw notFound('start', id)
    const over = record.state !== 'going'
    const parts = over ? [] : await this.parts(projectId, { startId: id })
    return startRow(record, endOf(parts, situation, new Date())?.toISOString() ?? null)
  }

  private parts(
    projectId: number,
    {
      runId = null,
      startId = null,
      id = null,
      open = false,
    }: { runId?: number | null; startId?: number | null; id?: number | null; open?: boolean },
  ) {
    return rowsOf<PartRecord>(this, sql.PART_ROWS, { projectId, runId, startId, id, open })
  }

  private rows(parts: readonly PartRecord[], situation: Situation): PartRow[] {
    const now = new Date()
    return parts.map((part) => partRow(part, waitOf(part, situation, now)))
  }
}

const RERUNS = `
select s.id as "startId", (select min(r.id) from run r where r.start_id = s.id) as "runId", s.at, (select name from account a where a.id = s.account_id) as by
from start s where s.origin_run_id = $runId order by s.id desc limit 20`

const COMING_TIMES = `
select t.id, t.plan_id as "planId", t.kind, t.at, t.rule, t.starts, t.zone, t.pipeline, t.branch, t.after_plan_id as "afterPlanId", t.next_at as "nextAt", t.seen_id as "seenId", p.name,
  (select extract(epoch from s.ended_at - s.at)::float8 * 1000 from start s where s.plan_id = p.id and s.state = 'done' and not s.trial order by s.id desc limit 1) as "expectedMs"
from plan_time t join plan p on p.id = t.plan_id where p.project_id = $projectId and not p.paused and t.kind in ('once', 'rule')`

function comingOf(times: readonly (TimeRecord & { name: string; expectedMs: number | null })[], now: Date, to: Date): Today['coming'] {
  return times
    .flatMap(({ kind, at, rule, starts, zone, planId, name, expectedMs }) => {
      const found =
        kind === 'once'
          ? at && at > now && at < to
            ? [at]
            : []
          : nextOccurrences({ rule: rule ?? '', start: starts ?? '', zone: zone ?? 'UTC' }, { after: now, most: 50, until: to }).map(
              (one) => one.at,
            )
      return found.map((moment) => ({ planId, name, at: moment.toISOString(), expectedMs }))
    })
    .sort((a, b) => a.at.localeCompare(b.at))
    .slice(0, MOST_COMING)
}

function barOf(part: PartRecord, now: Date): TodayBar {
  const { id, runId, start, claimedAt, endedAt, state, trial, expectedMs, failed, errored, passed } = part
  const from = claimedAt ?? now
  return {
    partId: id,
    runId,
    name: start,
    from: from.toISOString(),
    to: (endedAt ?? now).toISOString(),
    state,
    outcome:
      failed > 0
        ? 'failed'
        : errored > 0 || state === 'failed' || state === 'lost'
          ? 'errored'
          : part.try > 1 && passed > 0
            ? 'recovered'
            : passed > 0
              ? 'passed'
              : null,
    expectedTo: state === 'running' ? new Date(Math.max(now.getTime() + 1000, from.getTime() + expectedMs)).toISOString() : null,
    trial,
  }
}
