import type { ActivityKind, ActivityRow } from '@bobbin/client'

export const ACTIVITY_KINDS: readonly [kind: ActivityKind, one: string, many: string][] = [
  ['plan', 'plan', 'plans'],
  ['delivery', 'delivery', 'deliveries'],
  ['scan', 'scan', 'scans'],
  ['source', 'source', 'sources'],
  ['agent', 'agent', 'agents'],
  ['sync', 'tracker message', 'tracker messages'],
  ['manual', 'assignment', 'assignments'],
]

export const ACTIVITY_STATES: Record<ActivityRow['state'], [words: string, className: string]> = {
  going: ['under way', 'text-dye font-semibold'],
  waiting: ['waiting', 'text-soft'],
  done: ['done', 'text-soft'],
  failed: ['failed', 'text-failed font-semibold'],
  stopped: ['stopped', 'text-soft'],
}

/** Where a row leads. */
export const leadsTo = ({ kind, id }: ActivityRow): string =>
  ({
    plan: 'plans/today',
    delivery: `intake/${id}`,
    scan: 'mapping',
    source: 'intake',
    agent: 'settings/agents',
    sync: 'settings/failures',
    manual: `mine?assignment=${id}`,
  })[kind]
