import { nextOccurrences, type Recurrence, recurrenceFault } from '@bobbin/core'
import type { PlanTime } from '../contract/index.js'
import { recurrenceProblem } from '../environments/index.js'
import { Problem } from '../platform/problem.js'
import type { PlanTimeDto } from './plans.dto.js'

export interface TimeRecord {
  id: number
  planId: number
  kind: PlanTime['kind']
  at: Date | null
  rule: string | null
  starts: string | null
  zone: string | null
  pipeline: string | null
  branch: string | null
  afterPlanId: number | null
  nextAt: Date | null
  seenId: number | null
}

export const recurrenceOf = ({ rule, starts, zone }: Pick<TimeRecord, 'rule' | 'starts' | 'zone'>): Recurrence | null =>
  rule === null || starts === null || zone === null ? null : { rule, start: starts, zone }

export const timeOf = (time: TimeRecord): PlanTime => ({
  kind: time.kind,
  at: time.at?.toISOString() ?? null,
  recurrence: recurrenceOf(time),
  pipeline: time.pipeline,
  branch: time.branch,
  afterPlanId: time.afterPlanId,
  nextAt: time.nextAt?.toISOString() ?? null,
})

/** The next moment at which a plan starts by the clock; null where it never does again. */
export function nextOf(time: Pick<TimeRecord, 'kind' | 'at' | 'rule' | 'starts' | 'zone'>, after: Date): Date | null {
  if (time.kind === 'once') return time.at && time.at > after ? time.at : null
  const recurrence = time.kind === 'rule' ? recurrenceOf(time) : null
  return recurrence ? (nextOccurrences(recurrence, { after, most: 1 })[0]?.at ?? null) : null
}

/** What is written of a time. @throws Problem invalid for one that can't be */
export function timeBind(dto: PlanTimeDto, now: Date): Record<string, unknown> {
  const { kind, at = null, recurrence = null, pipeline = null, branch = null, afterPlanId = null } = dto
  if (kind === 'once' && !at) throw new Problem('invalid', 'time', 'Say when it starts')
  if (kind === 'rule') {
    if (!recurrence) throw new Problem('invalid', 'recurrence', 'Say when it recurs')
    const fault = recurrenceFault(recurrence)
    if (fault) throw new Problem('invalid', 'recurrence', recurrenceProblem(fault))
  }
  if (kind === 'build' && !pipeline) throw new Problem('invalid', 'time', 'Name the pipeline whose builds it follows')
  if (kind === 'plan' && afterPlanId === null) throw new Problem('invalid', 'time', 'Name the plan that it follows')
  const own = {
    kind,
    at: kind === 'once' ? at : null,
    rule: kind === 'rule' ? (recurrence?.rule ?? null) : null,
    starts: kind === 'rule' ? (recurrence?.start ?? null) : null,
    zone: kind === 'rule' ? (recurrence?.zone ?? null) : null,
    pipeline: kind === 'build' ? pipeline : null,
    branch: kind === 'build' ? (branch ?? null) : null,
    afterPlanId: kind === 'plan' ? afterPlanId : null,
  }
  return { ...own, nextAt: nextOf({ ...own, at: own.at ? new Date(own.at) : null }, now) }
}
