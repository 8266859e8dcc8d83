import { nextOccurrences, recurrenceWords } from '@bobbin/core'
import { Controller, Get, Header, Param, ParseUUIDPipe } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { ICalCalendar, ICalCalendarMethod } from 'ical-generator'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, type Context, Needs, PersonOnly, Public } from '../access/index.js'
import type { CalendarAddress } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { recurrenceOf, type TimeRecord } from './plan-times.js'

const DAYS = 60
const MOST = 1000
const DEFAULT_MS = 15 * 60_000

/** Coming times of plans as a calendar (RFC 5545), for programs that know its address. */
@Controller()
export class CalendarController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /**
   * The coming times of a project's plans, for calendar programs: whoever has the address may read it.
   * @answers text/calendar
   */
  @Get('calendars/:key.ics')
  @Public()
  @Header('content-type', 'text/calendar; charset=utf-8')
  @Header('cache-control', 'private, max-age=300')
  async calendar(@Param('key', ParseUUIDPipe) key: string): Promise<string> {
    const [project] = await rowsOf<{ id: number; name: string; slug: string }>(
      this,
      'select id, name, slug from project where calendar_key = $key',
      { key },
    )
    if (!project) throw notFound('calendar', key)
    const times = await rowsOf<TimeRecord & { name: string; tookMs: number | null }>(this, TIMES, { projectId: project.id })
    const calendar = new ICalCalendar({
      name: `${project.name}: plans`,
      prodId: { company: 'Bobbin', product: 'plans' },
      method: ICalCalendarMethod.PUBLISH,
      ttl: 900,
    })
    const now = new Date()
    const until = new Date(now.getTime() + DAYS * 86_400_000)
    for (const time of times) {
      const recurrence = recurrenceOf(time)
      const moments = recurrence
        ? nextOccurrences(recurrence, { after: now, most: MOST, until }).map(({ at }) => at)
        : time.at && time.at > now
          ? [time.at]
          : []
      for (const at of moments)
        calendar.createEvent({
          id: `plan-${time.planId}-${time.id}-${at.getTime()}@${project.slug}.bobbin`,
          start: at,
          end: new Date(at.getTime() + (time.tookMs ?? DEFAULT_MS)),
          stamp: now,
          summary: time.name,
          description: recurrence ? recurrenceWords(recurrence) : 'once',
        })
    }
    return calendar.toString()
  }

  /** The address of the calendar of coming times. */
  @Get('projects/:project/calendar')
  @Needs('read')
  @PersonOnly()
  async address(@Ctx() { project }: Context): Promise<CalendarAddress> {
    const [row] = await rowsOf<{ key: string }>(this, 'select calendar_key as key from project where id = $id', { id: project.id })
    return { path: `/api/calendars/${row?.key ?? ''}.ics` }
  }
}

const TIMES = `
select t.id, t.plan_id as "planId", t.kind, t.at, t.rule, t.starts, t.zone, t.pipeline, t.branch, t.after_plan_id as "afterPlanId", t.next_at as "nextAt", t.seen_id as "seenId", p.name,
  (select extract(epoch from s.ended_at - s.at)::float8 * 1000 from start s where s.plan_id = p.id and s.state = 'done' and not s.trial order by s.id desc limit 1) as "tookMs"
from plan_time t join plan p on p.id = t.plan_id where p.project_id = $projectId and not p.paused and t.kind in ('once', 'rule') order by t.id`
