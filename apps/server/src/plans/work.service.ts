import { closedAt, isDangerousVariable, masker, parameterVariables, type MaintenanceWindow, withNeeded } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, Project, TokensService } from '../access/index.js'
import { AgentsService } from '../agents/index.js'
import type { PartTold, Work, WorkAnswer } from '../contract/index.js'
import { EnvironmentsService } from '../environments/index.js'
import { announce } from '../events/announce.js'
import { lockRun, settleLive, shardIsIn } from '../intake/index.js'
import { addEvent } from '../notifications/index.js'
import { type Actor, actorOf, record, SYSTEM } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { Bell } from './bell.js'
import type { PlannedTest, PlanSettings, RecipeRow } from './compile.js'
import * as sql from './plan-queries.js'
import type { HeldDto, PartEndDto, PartLogDto, WorkDto } from './plans.dto.js'
import { StartsService } from './starts.service.js'

const LOOK_MS = 500
/** A part whose agent was lost so often is given up: it may be what ends them. */
const MOST_LOST = 3
/** So much of the output of a part is kept, in characters. */
const MOST_LOG = 20_000_000

const NOTHING_TO_DO: WorkAnswer = { work: null, stop: [], lost: [] }

interface AgentRecord {
  id: number
  key: string
  name: string
  labels: string[]
  profiles: string[]
  poolId: number | null
  paused: boolean
}

interface Claimed {
  id: number
  lease: string
  startId: number
  runId: number | null
  environmentId: number
  profile: string | null
  recipe: RecipeRow
  shard: number
  try: number
  tests: Omit<PlannedTest, 'ms'>[]
  parameters: Record<string, string>
  /** So much of its log is there: another agent began it. */
  logChars: number
}

interface HeldPart {
  id: number
  startId: number
  runId: number | null
  environmentId: number
  state: string
  lease: string | null
  shard: number
  try: number
  tests: PlannedTest[]
  lost: number
  agent: string | null
  name: string
  delivered: boolean
  stopping: boolean
}

const HELD = `
select p.id, p.start_id as "startId", p.run_id as "runId", p.environment_id as "environmentId", p.state, p.lease, p.shard::int as shard, p.try::int as try, p.tests,
  p.lost::int as lost, (select name from agent a where a.id = p.agent_id) as agent, s.name,
  p.delivered_at is not null as delivered, p.stop_asked_at is not null as stopping
from part p join start s on s.id = p.start_id where p.id = $id and p.project_id = $projectId`

/** What was set before such names were refused reaches no process. */
const withoutDangerous = (variables: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(variables).filter(([name]) => !isDangerousVariable(name)))

/** What agents take, say and bring back. */
@Injectable()
export class WorkService {
  private readonly since = Date.now()

  constructor(
    private readonly agents: AgentsService,
    private readonly environments: EnvironmentsService,
    private readonly starts: StartsService,
    private readonly tokens: TokensService,
    private readonly bell: Bell,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Answers an agent that asks for work, at once where there is some or something is to be stopped; otherwise when its patience ends. */
  async work(context: Context, agentId: number, dto: WorkDto, gone: () => boolean): Promise<WorkAnswer> {
    const { project } = context
    const agent = await this.agent(context, agentId, dto.key)
    if (dto.leaving) {
      await this.agents.left(context, agentId, agent.name)
      return NOTHING_TO_DO
    }
    await this.agents.heard(agentId)
    if (dto.free) await this.dropForgotten(project.id, agentId, dto.held)
    const until = Date.now() + dto.wait * 1000
    for (;;) {
      if (this.bell.over) return NOTHING_TO_DO
      const { stop, lost } = await this.held(context, agentId, dto.held)
      const work = dto.free && !agent.paused ? await this.claim(context, agent) : null
      if (work || stop.length > 0 || lost.length > 0 || Date.now() >= until || gone()) return { work, stop, lost }
      await this.bell.heard(LOOK_MS)
    }
  }

  /** What an agent had that asks anew and knows nothing of it: it was killed and came back, or never got the answer. */
  private async dropForgotten(projectId: number, agentId: number, held: readonly HeldDto[]): Promise<void> {
    const forgotten = await rowsOf<{ id: number }>(
      this,
      `select id from part where agent_id = $agentId and state = 'running' and not id = any($held::int[])`,
      { agentId, held: held.map(({ part }) => part) },
    )
    for (const { id } of forgotten) await this.lose(id, projectId, 0)
  }

  private async agent({ project }: Context, id: number, key: string): Promise<AgentRecord> {
    const [agent] = await rowsOf<AgentRecord>(
      this,
      'select id, key, name, labels, profiles, pool_id as "poolId", paused from agent where id = $id and project_id = $projectId',
      { id, projectId: project.id },
    )
    if (!agent) throw notFound('agent', id)
    if (agent.key !== key) throw new Problem('conflict', 'otherAgent', `Another agent is here as “${agent.name}”`)
    return agent
  }

  private async held({ project }: Context, agentId: number, held: readonly HeldDto[]): Promise<Pick<WorkAnswer, 'stop' | 'lost'>> {
    if (held.length === 0) return { stop: [], lost: [] }
    const rows = await rowsOf<{ id: number; stop: boolean }>(
      this,
      `update part p set heard_at = now() from jsonb_to_recordset($held::jsonb) as h (part int, lease uuid)
       where p.id = h.part and p.lease = h.lease and p.project_id = $projectId and p.agent_id = $agentId and p.state = 'running'
       returning p.id, p.stop_asked_at is not null or coalesce((select r.stop_asked_at is not null from run r where r.id = p.run_id), false) as stop`,
      { held: JSON.stringify(held), projectId: project.id, agentId },
    )
    const there = new Set(rows.map(({ id }) => id))
    return {
      stop: rows.filter(({ stop }) => stop).map(({ id }) => id),
      lost: held.map(({ part }) => part).filter((part) => !there.has(part)),
    }
  }

  private async claim(context: Context, agent: AgentRecord): Promise<Work | null> {
    const { project, caller } = context
    const [waiting] = await rowsOf(this, `select 1 as yes from part where project_id = $projectId and state = 'waiting' limit 1`, {
      projectId: project.id,
    })
    if (!waiting || !(await this.poolHasRoom(agent))) return null
    const closed = await this.closedEnvironments(project.id)
    const taken = await inTransaction(this, async (db) => {
      const [part] = await rowsOf<Claimed>(db, sql.CLAIM, {
        projectId: project.id,
        agentId: agent.id,
        tokenId: caller.token?.id ?? null,
        labels: agent.labels,
        profiles: agent.profiles,
        poolId: agent.poolId,
        closed,
      })
      if (!part) return null
      const days = part.recipe.limitMinutes / 1440 + 1
      const token = await this.tokens.makeForPart(project.id, caller.accountId, part.id, days, db)
      await run(db, 'update part set token_id = $tokenId where id = $id', { id: part.id, tokenId: token.id })
      await announce(db, project.id, ['plans'])
      return { part, token: token.secret }
    })
    return taken && this.workOf(taken.part, taken.token)
  }

  private async poolHasRoom({ poolId }: AgentRecord): Promise<boolean> {
    if (poolId === null) return true
    const [pool] = await rowsOf<{ atOnce: number | null; closed: MaintenanceWindow[]; running: number }>(
      this,
      `select at_once as "atOnce", closed, (select count(*)::int from part p join agent a on a.id = p.agent_id where a.pool_id = o.id and p.state = 'running') as running from pool o where id = $poolId`,
      { poolId },
    )
    return !pool || ((pool.atOnce === null || pool.running < pool.atOnce) && !closedAt(pool.closed, new Date()))
  }

  private async closedEnvironments(projectId: number): Promise<number[]> {
    const rows = await rowsOf<{ id: number; maintenance: MaintenanceWindow[] }>(
      this,
      `select id, maintenance from environment where project_id = $projectId and maintenance <> '[]'`,
      { projectId },
    )
    return rows.filter(({ maintenance }) => closedAt(maintenance, new Date())).map(({ id }) => id)
  }

  private async workOf(part: Claimed, token: string): Promise<Work> {
    const target = await targetOf(this, part)
    const [environment] = await rowsOf<{ name: string; address: string | null; variables: Record<string, string>; runAs: string | null }>(
      this,
      'select name, address, variables, run_as as "runAs" from environment where id = $id',
      { id: part.environmentId },
    )
    const { name, source, ref, folder, prepare, command, cleanUp, results, limitMinutes } = part.recipe
    const tests = await this.unreported(part)
    return {
      part: part.id,
      lease: part.lease,
      name: `${target.name}, ${environment?.name ?? ''}${part.profile ? `, ${part.profile}` : ''}, part ${part.shard}`,
      recipe: { name, source, ref, folder, prepare, command, cleanUp, results, limitMinutes },
      // a second attempt is told from a first by its part, not by its files
      follow: part.try === 1,
      tests: tests.map(({ file, suites, name: test, pattern, keys, turn = 0 }) => ({ file, suites, name: test, pattern, keys, turn })),
      files: [...new Set(tests.map(({ file }) => file))],
      keys: [...new Set(tests.flatMap(({ keys }) => keys))],
      variables: {
        ...withoutDangerous(environment?.variables ?? {}),
        ...parameterVariables(part.recipe.parameters ?? [], part.parameters).variables,
        ...(environment?.address && { BOBBIN_ENVIRONMENT_ADDRESS: environment.address }),
        ...(environment?.runAs && { BOBBIN_RUN_AS: environment.runAs }),
      },
      secrets: withoutDangerous(await this.environments.secretsOf(part.environmentId)),
      token,
      target: target.target,
    }
  }

  /** The tests of a part but for those whose results another agent delivered before it was lost, or gave the part back. */
  private async unreported({ id, runId, try: nth, tests, logChars }: Claimed): Promise<Claimed['tests']> {
    if (runId === null || nth > 1 || logChars === 0) return tests
    const rows = await rowsOf<{ id: number }>(this, sql.REPORTED, { partId: id, runId, scripts: tests.map(({ scriptId }) => scriptId) })
    const reported = new Set(rows.map((row) => row.id))
    const places = new Map(tests.map(({ scriptId }, place) => [scriptId, place]))
    const left = tests.flatMap(({ scriptId }, place) => (reported.has(scriptId) ? [] : [place]))
    // where all are there, something was lost on the way to the server: the runner says what
    if (left.length === 0 || left.length === tests.length) return tests
    const after = tests.map((test) => (test.after ?? []).flatMap((script) => places.get(script) ?? []))
    return withNeeded(left, after).flatMap((place) => tests[place] ?? [])
  }

  /**
   * Keeps a piece of what a part printed, behind what is there. What was told before changes nothing.
   * @throws Problem conflict where something is missing before it, or the part is over
   */
  async log(context: Context, partId: number, dto: PartLogDto): Promise<PartTold> {
    const { project } = context
    const part = await this.mine(this, project.id, partId, dto.lease)
    const secrets = dto.text === '' ? {} : await this.environments.secretsOf(part.environmentId)
    const { mask } = masker(Object.values(secrets))
    await inTransaction(this, async (db) => {
      const [log] = await rowsOf<{ told: number; kept: number; running: boolean }>(
        db,
        `update part set heard_at = now() where id = $partId returning log_told::float8 as told, log_chars::float8 as kept, state = 'running' as running`,
        { partId },
      )
      if (!log || dto.text === '') return
      if (!log.running) throw new Problem('conflict', 'partOver', 'The part is over; its log is closed')
      if (dto.at > log.told)
        throw new Problem('conflict', 'logMissing', `The output from character ${log.told} on comes first`, { told: log.told })
      const fresh = dto.text.slice(log.told - dto.at)
      const text = mask(fresh)
        .replaceAll('\0', '')
        .slice(0, Math.max(0, MOST_LOG - log.kept))
      await run(db, 'update part set log_told = log_told + $told, log_chars = log_chars + $kept where id = $partId', {
        partId,
        told: fresh.length,
        kept: text.length,
      })
      if (text !== '')
        await run(db, 'insert into part_log (part_id, at, text) values ($partId, $at, $text)', { partId, at: log.kept, text })
    })
    const [row] = await rowsOf<{ stop: boolean }>(
      this,
      'select p.stop_asked_at is not null or coalesce((select r.stop_asked_at is not null from run r where r.id = p.run_id), false) as stop from part p where p.id = $partId',
      { partId },
    )
    return { stop: row?.stop ?? false }
  }

  /** A part is over. Told again, it changes nothing. */
  async end(context: Context, partId: number, dto: PartEndDto): Promise<void> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const part = await this.mine(db, project.id, partId, dto.lease, true)
      if (part.state !== 'running') return
      if (dto.state === 'givenBack') return this.giveBack(db, project.id, part.id)
      await this.finish(
        db,
        project,
        part,
        { state: dto.state, exitCode: dto.exitCode ?? null, said: dto.said ?? null },
        { ...actorOf(caller), kind: 'agent' },
      )
    })
  }

  private async giveBack(db: InTransaction, projectId: number, id: number): Promise<void> {
    await run(db, `update part set state = 'waiting', lease = null, agent_id = null, claimed_at = null, token_id = null where id = $id`, {
      id,
    })
    await run(db, 'update api_token set revoked_at = now() where part_id = $id and revoked_at is null', { id })
    await announce(db, projectId, ['plans'])
  }

  private async finish(
    db: InTransaction,
    project: Project,
    part: HeldPart,
    { state, exitCode, said }: { state: 'done' | 'failed' | 'stopped' | 'lost'; exitCode: number | null; said: string | null },
    actor: Actor,
  ): Promise<void> {
    const target = part.runId === null ? null : await lockRun(db, part.runId)
    const scripts = part.tests.map(({ scriptId }) => scriptId)
    const [became] = target
      ? await rowsOf<{ passed: number; failed: number; errored: number; red: number[]; all: number }>(db, sql.BECAME, {
          runId: target.runId,
          scripts,
        })
      : []
    await run(
      db,
      `update part set state = $state, ended_at = now(), exit_code = $exitCode, said = $said, passed = $passed, failed = $failed, errored = $errored where id = $id`,
      { id: part.id, state, exitCode, said, passed: became?.passed ?? 0, failed: became?.failed ?? 0, errored: became?.errored ?? 0 },
    )
    await run(db, 'update api_token set revoked_at = now() where part_id = $id and revoked_at is null', { id: part.id })
    if (target && became && state === 'done') await this.retryRed(db, project, part, became.red)
    if (target) {
      await shardIsIn(db, target.runId, part.shard)
      await settleLive(db, project.id, target)
    }
    const kind = state === 'lost' ? 'part.lost' : 'part.ended'
    await record(db, {
      actor,
      projectId: project.id,
      kind,
      subject: { id: part.id, name: `${part.name}, part ${part.shard}` },
      also: [`start:${part.startId}`, ...(target ? [`run:${target.runId}`] : [])],
    })
    await this.starts.endWhenDone(db, project, part.startId)
  }

  /** What failed is tried again, unless too much did. */
  private async retryRed(db: InTransaction, project: Project, part: HeldPart, red: readonly number[]): Promise<void> {
    if (part.runId === null || red.length === 0) return
    const [row] = await rowsOf<{ settings: PlanSettings; failing: number }>(
      db,
      'select s.settings, (select r.failed + r.errored from run r where r.id = $runId) as failing from start s where s.id = $startId',
      { startId: part.startId, runId: part.runId },
    )
    if (!row || part.try > row.settings.retries) return
    const limit = row.settings.retryUnless
    if (limit !== null && row.failing > limit) return this.starts.note(db, part.startId, [{ code: 'noRetry', failed: row.failing, limit }])
    await this.starts.retry(db, project.id, { ...part, runId: part.runId }, red)
  }

  /** The part that a lease names. @throws Problem conflict where another agent has it by now */
  private async mine(db: Queryable, projectId: number, id: number, lease: string, lock = false): Promise<HeldPart> {
    const [part] = await rowsOf<HeldPart>(db, lock ? `${HELD} for update of p` : HELD, { id, projectId })
    if (!part) throw notFound('part', id)
    if (part.lease !== lease)
      throw new Problem('conflict', 'lost', 'This agent was silent for too long, and the part was given to another one')
    return part
  }

  /** Parts whose agent fell silent are given to another one; not before this server has been there long enough to have heard of it. */
  async giveUpSilent(): Promise<number> {
    // an agent says something every second while it runs something
    const { agentSilenceS } = this.config
    if (Date.now() - this.since < agentSilenceS * 1000) return 0
    await this.agents.noticeAway(agentSilenceS)
    return this.giveUp(agentSilenceS)
  }

  /** @param seconds without a word */
  async giveUp(seconds: number): Promise<number> {
    const silent = await rowsOf<{ id: number; projectId: number }>(
      this,
      `select id, project_id as "projectId" from part where state = 'running' and handoff_id is null and heard_at < now() - $seconds::int * interval '1 second' limit 200`,
      { seconds },
    )
    for (const { id, projectId } of silent) await this.lose(id, projectId, seconds)
    return silent.length
  }

  private async lose(id: number, projectId: number, seconds: number): Promise<void> {
    const project = await Project.findByPk(projectId)
    if (!project) return
    await inTransaction(this, async (db) => {
      const [part] = await rowsOf<HeldPart>(
        db,
        `${HELD} and p.state = 'running' and p.heard_at < now() - $seconds::int * interval '1 second' for update of p`,
        { id, projectId, seconds },
      )
      if (!part) return
      if (part.delivered)
        return this.finish(
          db,
          project,
          part,
          { state: 'done', exitCode: null, said: 'Its agent fell silent when its results were in' },
          SYSTEM,
        )
      if (part.stopping)
        return this.finish(
          db,
          project,
          part,
          { state: 'stopped', exitCode: null, said: 'Its agent fell silent after the part was told to stop' },
          SYSTEM,
        )
      await this.starts.note(db, part.startId, [{ code: 'lostAgent', agent: part.agent ?? '', part: part.shard }])
      if (part.lost + 1 >= MOST_LOST)
        return this.finish(
          db,
          project,
          part,
          { state: 'lost', exitCode: null, said: `${MOST_LOST} agents fell silent while they ran this` },
          SYSTEM,
        )
      await run(
        db,
        `update part set state = 'waiting', lease = null, lost = lost + 1, agent_id = null, claimed_at = null, token_id = null where id = $id`,
        { id },
      )
      await run(db, 'update api_token set revoked_at = now() where part_id = $id and revoked_at is null', { id })
      await record(db, {
        actor: SYSTEM,
        projectId,
        kind: 'part.lost',
        subject: { id, name: `${part.name}, part ${part.shard}` },
        also: [`start:${part.startId}`],
      })
      await addEvent(db, {
        projectId,
        kind: 'agentGone',
        key: `agentGone:${id}:${part.lost}`,
        title: `The agent ${part.agent ?? ''} fell silent while it ran ${part.name}`,
        text: 'Its part waits for another agent.',
        path: 'plans/today',
      })
    })
  }

  /** A part that an outside pipeline has delivered is over. */
  async endHandedOff(): Promise<void> {
    const delivered = await rowsOf<{ id: number; projectId: number }>(
      this,
      `select p.id, p.project_id as "projectId" from part p join run_shard s on s.run_id = p.run_id and s.shard = p.shard where p.state = 'running' and p.handoff_id is not null limit 200`,
    )
    for (const { id, projectId } of delivered) {
      const project = await Project.findByPk(projectId)
      if (!project) continue
      await inTransaction(this, async (db) => {
        const [part] = await rowsOf<HeldPart>(db, `${HELD} and p.state = 'running' for update of p`, { id, projectId })
        if (part) await this.finish(db, project, part, { state: 'done', exitCode: null, said: 'Delivered by the pipeline' }, SYSTEM)
      })
    }
  }

  /** Gives up a part that an outside pipeline would not take. */
  async failHandedOff(id: number, projectId: number, said: string): Promise<void> {
    const project = await Project.findByPk(projectId)
    if (!project) return
    await inTransaction(this, async (db) => {
      const [part] = await rowsOf<HeldPart>(db, `${HELD} and p.state = 'running' for update of p`, { id, projectId })
      if (part) await this.finish(db, project, part, { state: 'failed', exitCode: null, said }, SYSTEM)
    })
  }
}

/** Where the results of a part belong. */
export async function targetOf(
  db: Queryable,
  part: { runId: number | null; startId: number; profile: string | null; shard: number },
): Promise<{ name: string; target: Work['target'] }> {
  const [row] = await rowsOf<Omit<Work['target'], 'profile' | 'shard'> & { name: string }>(
    db,
    `select s.name, l.name as pipeline, b.branch, b.name as build, b.commit, e.name as environment, r.key as run, n.trial,
       (select v.name from release v where v.id = r.release_id) as release
     from run r join build b on b.id = r.build_id join pipeline l on l.id = b.pipeline_id join lane n on n.id = r.lane_id join environment e on e.id = n.environment_id
     join start s on s.id = $startId where r.id = $runId`,
    { runId: part.runId, startId: part.startId },
  )
  if (!row) throw new Problem('conflict', 'noRun', 'The run that this part belongs to is gone')
  const { name, ...target } = row
  return { name, target: { ...target, profile: part.profile, shard: part.shard } }
}
