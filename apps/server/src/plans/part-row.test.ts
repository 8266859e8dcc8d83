import { describe, expect, it } from 'vitest'
import { type AgentState, endOf, type PartRecord, type Situation, waitOf } from './part-row.js'

const NOW = new Date('2026-11-30T10:00:00Z')
const at = (seconds: number) => new Date(NOW.getTime() + seconds * 1000)

const part = (more: Partial<PartRecord> = {}): PartRecord => ({
  ...{
    id: 1,
    startId: 1,
    start: 'Smoke',
    startState: 'going',
    runId: 1,
    environmentId: 1,
    environment: 'pier-test',
    profile: null,
    recipe: 'node:test',
  },
  ...{
    shard: 1,
    try: 1,
    tests: 10,
    expectedMs: 60_000,
    state: 'waiting',
    agentId: null,
    agent: null,
    poolId: null,
    pool: null,
    handoffId: null,
  },
  ...{
    handoff: null,
    owner: null,
    labels: ['node'],
    createdAt: NOW,
    claimedAt: null,
    endedAt: null,
    exitCode: null,
    said: null,
    lost: 0,
    logChars: 0,
  },
  ...{ stopAsked: false, trial: false, passed: 0, failed: 0, errored: 0 },
  ...more,
})

const agent = (id: number, more: Partial<AgentState> = {}): AgentState => ({
  ...{
    id,
    name: `quay-${id}`,
    labels: ['node'],
    profiles: [],
    poolId: null,
    paused: false,
    away: false,
    costPerMinute: 0,
    busyUntil: null,
  },
  ...more,
})

const situation = (agents: AgentState[], more: Partial<Situation> = {}): Situation => ({
  agents,
  pools: [],
  environments: new Map([[1, { name: 'pier-test', shut: false, maintenance: [] }]]),
  starts: new Map(),
  ...more,
})

describe('why a part waits', () => {
  it.each<[string, PartRecord, Situation, object | null]>([
    ['an agent is free', part(), situation([agent(1)]), null],
    ['there is none', part(), situation([]), { code: 'noAgents' }],
    ['none has what it needs', part({ labels: ['node', 'kiosk'] }), situation([agent(1)]), { code: 'labels', missing: ['kiosk'] }],
    [
      'none has its profile',
      part({ profile: 'phone' }),
      situation([agent(1, { profiles: ['desktop'] })]),
      { code: 'profile', profile: 'phone' },
    ],
    [
      'all that fit are away or paused',
      part(),
      situation([agent(1, { away: true }), agent(2, { paused: true })]),
      { code: 'away', agents: ['quay-1', 'quay-2'] },
    ],
    [
      'all are busy',
      part(),
      situation([agent(1, { busyUntil: at(90) }), agent(2, { busyUntil: at(30) })]),
      { code: 'busy', agent: 'quay-2', until: at(30).toISOString() },
    ],
    [
      'the environment is shut',
      part(),
      situation([agent(1)], { environments: new Map([[1, { name: 'open-water', shut: true, maintenance: [] }]]) }),
      { code: 'protected', environment: 'open-water' },
    ],
    [
      'it is closed for maintenance',
      part(),
      situation([agent(1)], {
        environments: new Map([
          [1, { name: 'pier-test', shut: false, maintenance: [{ note: 'copy', minutes: 10, at: NOW.toISOString() }] }],
        ]),
      }),
      { code: 'closed', environment: 'pier-test', until: at(600).toISOString(), note: 'copy' },
    ],
    [
      'its pool is full',
      part({ poolId: 5, pool: 'dock' }),
      situation([agent(1, { poolId: 5 })], { pools: [{ id: 5, name: 'dock', atOnce: 1, closed: [], running: 1 }] }),
      { code: 'poolFull', pool: 'dock' },
    ],
    ['it is handed to a pipeline', part({ handoffId: 2 }), situation([]), null],
  ])('%s', (_, one, how, expected) => {
    expect(waitOf(one, how, NOW)).toEqual(expected)
  })
})

describe('when the last part ends', () => {
  it('is when the one that runs does, at the pace of those that ended', () => {
    const done = part({ id: 1, state: 'done', claimedAt: at(-240), endedAt: at(-120) })
    const running = part({ id: 2, state: 'running', agentId: 1, claimedAt: at(-60) })
    // a minute was expected of each, and the first took two
    expect(endOf([done, running], situation([agent(1, { busyUntil: at(0) })]), NOW)).toEqual(at(60))
  })

  it('is after what waits, spread over who is there', () => {
    const waiting = [1, 2, 3, 4].map((id) => part({ id }))
    expect(endOf(waiting, situation([agent(1), agent(2)]), NOW)).toEqual(at(120))
    expect(endOf(waiting, situation([agent(1, { busyUntil: at(60) }), agent(2)]), NOW)).toEqual(at(180))
  })

  it('is not told where nobody can take what waits, or nothing is under way', () => {
    expect(endOf([part()], situation([agent(1, { away: true })]), NOW)).toBeNull()
    expect(endOf([part({ state: 'done', claimedAt: at(-10), endedAt: NOW })], situation([agent(1)]), NOW)).toBeNull()
  })
})
