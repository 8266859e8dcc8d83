import { closedAt, type MaintenanceWindow, misfitOf } from '@bobbin/core'
import type { PartRow, PartState, PartWait, StartState } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'

export interface PartRecord {
  id: number
  startId: number
  start: string
  startState: StartState
  runId: number | null
  environmentId: number
  environment: string
  profile: string | null
  recipe: string
  shard: number
  try: number
  tests: number
  expectedMs: number
  state: PartState
  agentId: number | null
  agent: string | null
  poolId: number | null
  pool: string | null
  handoffId: number | null
  handoff: string | null
  owner: string | null
  labels: string[]
  createdAt: Date
  claimedAt: Date | null
  endedAt: Date | null
  exitCode: number | null
  said: string | null
  lost: number
  logChars: number
  stopAsked: boolean
  trial: boolean
  passed: number
  failed: number
  errored: number
}

export interface AgentState {
  id: number
  name: string
  labels: string[]
  profiles: string[]
  poolId: number | null
  paused: boolean
  away: boolean
  costPerMinute: number
  /** When what it runs is expected to end; null where it waits for work. */
  busyUntil: Date | null
}

interface PoolState {
  id: number
  name: string
  atOnce: number | null
  closed: MaintenanceWindow[]
  running: number
}

/** Everything that decides who can take a part, and when. */
export interface Situation {
  agents: AgentState[]
  pools: PoolState[]
  environments: Map<number, { name: string; shut: boolean; maintenance: MaintenanceWindow[] }>
  starts: Map<number, { planId: number | null; state: StartState; name: string }>
}

const AGENTS = `
select a.id, a.name, a.labels, a.profiles, a.pool_id as "poolId", a.paused, a.away_at is not null as away, coalesce(o.cost_per_minute, 0)::float8 as "costPerMinute",
  (select max(p.claimed_at + greatest(p.expected_ms, 0) * interval '1 millisecond') from part p where p.agent_id = a.id and p.state = 'running') as "busyUntil"
from agent a left join pool o on o.id = a.pool_id where a.project_id = $projectId order by a.name`
const POOLS = `
select o.id, o.name, o.at_once as "atOnce", o.closed, (select count(*)::int from part p join agent a on a.id = p.agent_id where a.pool_id = o.id and p.state = 'running') as running
from pool o where o.project_id = $projectId`
const ENVIRONMENTS = `select id, name, protected and not coalesce(opened_until > now(), false) as shut, maintenance from environment where project_id = $projectId`
const STARTS = `select id, plan_id as "planId", state, name from start where project_id = $projectId and state in ('queued', 'going')`

export async function situationOf(db: Queryable, projectId: number): Promise<Situation> {
  const [agents, pools, environments, starts] = await Promise.all([
    rowsOf<AgentState>(db, AGENTS, { projectId }),
    rowsOf<PoolState>(db, POOLS, { projectId }),
    rowsOf<{ id: number; name: string; shut: boolean; maintenance: MaintenanceWindow[] }>(db, ENVIRONMENTS, { projectId }),
    rowsOf<{ id: number; planId: number | null; state: StartState; name: string }>(db, STARTS, { projectId }),
  ])
  return {
    agents,
    pools,
    environments: new Map(environments.map((one) => [one.id, one])),
    starts: new Map(starts.map((one) => [one.id, one])),
  }
}

/** Why a part waits; null where an agent is about to take it. */
export function waitOf(part: PartRecord, situation: Situation, now: Date): PartWait | null {
  if (part.state !== 'waiting' || part.handoffId !== null) return null
  const environment = situation.environments.get(part.environmentId)
  if (environment?.shut) return { code: 'protected', environment: environment.name }
  const closed = environment && closedAt(environment.maintenance, now)
  if (environment && closed) return { code: 'closed', environment: environment.name, until: closed.to.toISOString(), note: closed.note }
  return waitForAgent(part, situation, now)
}

function waitForAgent(part: PartRecord, { agents, pools }: Situation, now: Date): PartWait | null {
  if (agents.length === 0) return { code: 'noAgents' }
  const needs = { labels: part.labels, profile: part.profile, poolId: part.poolId }
  const fitting = agents.filter((agent) => misfitOf(needs, agent) === null)
  if (fitting.length === 0) return lacking(part, agents)
  const there = fitting.filter(({ away, paused }) => !away && !paused)
  if (there.length === 0) return { code: 'away', agents: fitting.slice(0, 5).map(({ name }) => name) }
  const pool = pools.find(({ id }) => id === part.poolId)
  if (pool) {
    const closed = closedAt(pool.closed, now)
    if (closed) return { code: 'poolClosed', pool: pool.name, until: closed.to.toISOString() }
    if (pool.atOnce !== null && pool.running >= pool.atOnce) return { code: 'poolFull', pool: pool.name }
  }
  const busy = there.filter(({ busyUntil }) => busyUntil !== null)
  if (busy.length < there.length) return null
  const [first] = busy.sort((a, b) => (a.busyUntil?.getTime() ?? 0) - (b.busyUntil?.getTime() ?? 0))
  if (!first) return null
  const until = first.busyUntil && first.busyUntil > now ? first.busyUntil.toISOString() : null
  return { code: 'busy', agent: first.name, until }
}

/** What the agent that lacks least does not have. */
function lacking(part: PartRecord, agents: readonly AgentState[]): PartWait {
  const needs = { labels: part.labels, profile: part.profile, poolId: part.poolId }
  const reasons = agents.flatMap((agent) => misfitOf(needs, agent) ?? [])
  const labels = reasons.flatMap((reason) => (reason.code === 'labels' ? [reason.missing] : [])).sort((a, b) => a.length - b.length)
  if (reasons.some(({ code }) => code === 'profile')) return { code: 'profile', profile: part.profile ?? '' }
  if (labels[0]) return { code: 'labels', missing: labels[0] }
  return { code: 'pool', pool: part.pool ?? '' }
}

export function partRow(record: PartRecord, waits: PartWait | null): PartRow {
  const {
    startState: _,
    environmentId: __,
    agentId,
    agent,
    poolId: ___,
    handoffId: ____,
    labels: _____,
    createdAt,
    claimedAt,
    endedAt,
    ...row
  } = record
  return {
    ...row,
    agent: agentId === null || agent === null ? null : { id: agentId, name: agent },
    createdAt: createdAt.toISOString(),
    claimedAt: claimedAt?.toISOString() ?? null,
    endedAt: endedAt?.toISOString() ?? null,
    waits,
  }
}

/** So much longer than expected what ended took, of the same start; 1 where nothing tells. */
function paceOf(parts: readonly PartRecord[]): number {
  const ended = parts.filter(({ state, claimedAt, endedAt, expectedMs }) => state === 'done' && claimedAt && endedAt && expectedMs > 0)
  const took = ended.reduce((sum, { claimedAt, endedAt }) => sum + ((endedAt?.getTime() ?? 0) - (claimedAt?.getTime() ?? 0)), 0)
  const expected = ended.reduce((sum, { expectedMs }) => sum + expectedMs, 0)
  return expected > 0 ? Math.min(20, Math.max(0.2, took / expected)) : 1
}

/** When the last of some parts is expected to end: what runs, at the pace of what ended; then what waits, by who is free first. */
export function endOf(parts: readonly PartRecord[], { agents }: Situation, now: Date): Date | null {
  const pace = paceOf(parts)
  const free = new Map(
    agents
      .filter(({ away, paused }) => !away && !paused)
      .map((agent) => [agent.id, Math.max(now.getTime(), agent.busyUntil?.getTime() ?? 0)]),
  )
  let last = 0
  for (const { state, agentId, claimedAt, expectedMs } of parts)
    if (state === 'running') {
      const end = Math.max(now.getTime() + 1000, (claimedAt?.getTime() ?? now.getTime()) + expectedMs * pace)
      if (agentId !== null && free.has(agentId)) free.set(agentId, end)
      last = Math.max(last, end)
    }
  for (const part of parts.filter(({ state }) => state === 'waiting').sort((a, b) => b.expectedMs - a.expectedMs)) {
    const needs = { labels: part.labels, profile: part.profile, poolId: part.poolId }
    const fitting = agents.filter((agent) => free.has(agent.id) && misfitOf(needs, agent) === null)
    const [taker] = fitting.sort((a, b) => (free.get(a.id) ?? 0) - (free.get(b.id) ?? 0))
    if (!taker) return null
    const end = (free.get(taker.id) ?? 0) + part.expectedMs * pace
    free.set(taker.id, end)
    last = Math.max(last, end)
  }
  return last > 0 ? new Date(last) : null
}
