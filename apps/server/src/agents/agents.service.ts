import { type ParameterFault, parameterFaults, RECIPE_TEMPLATES, unknownPlaces } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { can, type Context } from '../access/index.js'
import type { Agent, AgentList, Handoff, HandoffList, Pool, Recipe, RecipeList, Registered } from '../contract/index.js'
import { asWindows, checkWindows } from '../environments/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { addRow, changeRow, type KeptRows, removeRow } from '../platform/kept-rows.js'
import { Problem } from '../platform/problem.js'
import { seal } from '../platform/sealed.js'
import * as sql from './agent-queries.js'
import type { AgentDto, HandoffDto, PoolDto, RecipeDto, RegisterDto } from './agents.dto.js'

/** What agents and server speak with each other; another one is told to agents that are older. */
export const AGENT_VERSION = '1'

const AGENTS: KeptRows = {
  table: 'agent',
  kind: 'agent',
  word: 'agent',
  acts: { made: 'agent.registered', changed: 'agent.changed', deleted: 'agent.removed' },
  columns: { paused: 'paused', poolId: 'pool_id' },
}
const POOLS: KeptRows = {
  table: 'pool',
  kind: 'pool',
  word: 'pool',
  acts: { made: 'pool.made', changed: 'pool.changed', deleted: 'pool.deleted' },
  columns: {
    name: 'name',
    costPerMinute: 'cost_per_minute',
    atOnce: 'at_once',
    closed: 'closed::jsonb',
    startUrl: 'start_url',
    stopUrl: 'stop_url',
    most: 'most',
    idleMinutes: 'idle_minutes',
    confirmedBy: 'confirmed_by',
  },
}
const RECIPES: KeptRows = {
  table: 'recipe',
  kind: 'recipe',
  word: 'recipe',
  acts: { made: 'recipe.made', changed: 'recipe.changed', deleted: 'recipe.deleted' },
  columns: {
    name: 'name',
    framework: 'framework',
    tree: 'tree',
    source: 'source',
    ref: 'ref',
    folder: 'folder',
    prepare: 'prepare',
    command: 'command',
    cleanUp: 'clean_up',
    results: 'results',
    labels: 'labels::text[]',
    wholeFiles: 'whole_files',
    limitMinutes: 'limit_minutes',
    parameters: 'parameters::jsonb',
  },
}
const HANDOFFS: KeptRows = {
  table: 'handoff',
  kind: 'handoff',
  word: 'hand-off',
  acts: { made: 'handoff.made', changed: 'handoff.changed', deleted: 'handoff.deleted' },
  columns: { name: 'name', url: 'url', template: 'template', sealed: 'sealed_secret' },
}

/** Machines that run scripts, and how they run them. */
@Injectable()
export class AgentsService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list(context: Context): Promise<AgentList> {
    const { project } = context
    const [agents, pools] = await Promise.all([
      rowsOf<Omit<Agent, 'heardAt' | 'awayAt' | 'outdated'> & { heardAt: Date; awayAt: Date | null }>(this, sql.AGENT_ROWS, {
        projectId: project.id,
      }),
      rowsOf<Pool>(this, sql.POOL_ROWS, { projectId: project.id }),
    ])
    const rows = agents.map(({ heardAt, awayAt, ...agent }) => ({
      ...agent,
      heardAt: heardAt.toISOString(),
      awayAt: awayAt?.toISOString() ?? null,
      outdated: agent.version !== AGENT_VERSION,
    }))
    const shown = can(context, 'manage') ? pools : pools.map((pool) => ({ ...pool, startUrl: null, stopUrl: null }))
    return { rows, pools: shown, version: AGENT_VERSION }
  }

  /** Called by an agent when it starts. @throws Problem conflict where another one that is there has its name */
  async register({ project, caller }: Context, dto: RegisterDto): Promise<Registered> {
    const [pool] = dto.pool
      ? await rowsOf<{ id: number }>(this, 'select id from pool where project_id = $projectId and name = $name', {
          projectId: project.id,
          name: dto.pool,
        })
      : []
    const bounds = await this.boundsOf(caller.token?.id ?? null)
    if (bounds.poolId !== null && pool && pool.id !== bounds.poolId)
      throw new Problem('forbidden', 'otherPool', `The token of this agent is bound to another pool than “${dto.pool}”`)
    if (dto.pool && !pool) throw new Problem('invalid', 'noPool', `There is no pool “${dto.pool}” in this project`)
    return inTransaction(this, async (db) => {
      const [agent] = await rowsOf<{ id: number; fresh: boolean }>(db, sql.REGISTER, {
        projectId: project.id,
        name: dto.name,
        key: dto.key,
        labels: [...new Set(dto.labels)].filter((label) => bounds.labels === null || bounds.labels.includes(label)),
        profiles: dto.profiles,
        cores: dto.cores ?? null,
        version: dto.version ?? null,
        host: dto.host ?? null,
        poolId: bounds.poolId ?? pool?.id ?? null,
        tokenId: caller.token?.id ?? null,
      })
      if (!agent)
        throw new Problem('conflict', 'nameTaken', `Another agent is here as “${dto.name}”; start this one with --name and another name`)
      await record(db, {
        actor: { ...actorOf(caller), kind: 'agent' },
        projectId: project.id,
        kind: 'agent.registered',
        subject: { id: agent.id, name: dto.name },
      })
      return { id: agent.id, name: dto.name, version: AGENT_VERSION }
    })
  }

  /** What agents with a token may be at most. */
  private async boundsOf(tokenId: number | null): Promise<{ poolId: number | null; labels: string[] | null }> {
    const [row] = await rowsOf<{ poolId: number | null; labels: string[] | null }>(
      this,
      'select pool_id as "poolId", labels from api_token where id = $tokenId',
      { tokenId },
    )
    return row ?? { poolId: null, labels: null }
  }

  async edit(context: Context, id: number, dto: AgentDto): Promise<AgentList> {
    await changeRow(this, context, AGENTS, id, { paused: dto.paused, poolId: dto.poolId })
    return this.list(context)
  }

  /** @throws Problem conflict while it runs something */
  async remove(context: Context, id: number): Promise<void> {
    const agent = (await this.list(context)).rows.find((row) => row.id === id)
    if (agent && agent.parts.length > 0) throw new Problem('conflict', 'busy', `${agent.name} is running something; stop that first`)
    await removeRow(this, context, AGENTS, id)
  }

  async addPool(context: Context, dto: PoolDto): Promise<AgentList> {
    await addRow(this, context, POOLS, poolValues(context, dto))
    return this.list(context)
  }

  async editPool(context: Context, id: number, dto: PoolDto): Promise<AgentList> {
    await changeRow(this, context, POOLS, id, poolValues(context, dto))
    return this.list(context)
  }

  removePool(context: Context, id: number): Promise<void> {
    return removeRow(this, context, POOLS, id)
  }

  async recipes({ project }: Context): Promise<RecipeList> {
    const [rows, missing] = await Promise.all([
      rowsOf<Recipe>(this, sql.RECIPE_ROWS, { projectId: project.id }),
      rowsOf<RecipeList['missing'][number]>(this, sql.WITHOUT_RECIPE, { projectId: project.id }),
    ])
    return { rows, templates: RECIPE_TEMPLATES.map((template) => ({ ...template })), missing }
  }

  async addRecipe(context: Context, dto: RecipeDto): Promise<RecipeList> {
    await addRow(this, context, RECIPES, recipeValues(dto))
    return this.recipes(context)
  }

  async editRecipe(context: Context, id: number, dto: RecipeDto): Promise<RecipeList> {
    await changeRow(this, context, RECIPES, id, recipeValues(dto))
    return this.recipes(context)
  }

  removeRecipe(context: Context, id: number): Promise<void> {
    return removeRow(this, context, RECIPES, id)
  }

  /** Addresses and templates may hold secrets of the pipeline: they are for who manages the project. */
  async handoffs(context: Context): Promise<HandoffList> {
    const { project } = context
    const rows = await rowsOf<Handoff>(
      this,
      'select id, name, url, template, sealed_secret is not null as signed from handoff where project_id = $projectId order by name',
      { projectId: project.id },
    )
    return { rows: can(context, 'manage') ? rows : rows.map((row) => ({ ...row, url: null, template: null })) }
  }

  async addHandoff(context: Context, dto: HandoffDto): Promise<HandoffList> {
    await addRow(this, context, HANDOFFS, this.handoffValues(dto))
    return this.handoffs(context)
  }

  async editHandoff(context: Context, id: number, dto: HandoffDto): Promise<HandoffList> {
    await changeRow(this, context, HANDOFFS, id, this.handoffValues(dto))
    return this.handoffs(context)
  }

  removeHandoff(context: Context, id: number): Promise<void> {
    return removeRow(this, context, HANDOFFS, id)
  }

  /** Says that agents which were not heard of for so long are away. @returns whether any was */
  async noticeAway(seconds: number): Promise<boolean> {
    const rows = await rowsOf(
      this,
      `update agent set away_at = now() where away_at is null and heard_at < now() - $seconds::int * interval '1 second' returning id`,
      {
        seconds,
      },
    )
    return rows.length > 0
  }

  /** An agent says goodbye. */
  async left({ project, caller }: Context, id: number, name: string): Promise<void> {
    await inTransaction(this, async (db) => {
      await run(db, 'update agent set away_at = now() where id = $id', { id })
      await record(db, { actor: { ...actorOf(caller), kind: 'agent' }, projectId: project.id, kind: 'agent.left', subject: { id, name } })
    })
  }

  async heard(agentId: number): Promise<void> {
    await run(this, 'update agent set heard_at = now(), away_at = null where id = $agentId', { agentId })
  }

  private handoffValues({ secret, ...dto }: HandoffDto) {
    return { ...dto, sealed: secret === undefined ? undefined : secret === null || secret === '' ? null : seal(secret, this.config.secret) }
  }
}

function poolValues({ caller }: Context, { confirmed, ...dto }: PoolDto) {
  const closed = asWindows(dto.closed)
  checkWindows(closed)
  if (dto.startUrl && !dto.most) throw new Problem('invalid', 'most', 'Say how many agents may be asked for at most')
  return {
    ...dto,
    closed,
    atOnce: dto.atOnce ?? null,
    startUrl: dto.startUrl || null,
    stopUrl: dto.stopUrl || null,
    most: dto.most ?? null,
    confirmedBy: confirmed ? caller.accountId : null,
  }
}

function recipeValues(dto: RecipeDto) {
  const [unknown] = [dto.command, dto.prepare, dto.cleanUp].flatMap(unknownPlaces)
  if (unknown)
    throw new Problem(
      'invalid',
      'place',
      `Nothing stands for {${unknown}}. There are {files}, {names}, {titles}, {ids}, {classes}, {keys} and {results}`,
    )
  const parameters = (dto.parameters ?? []).map(({ name, values, pattern, fallback, variable }) => ({
    ...{ name, values, pattern: pattern || null, fallback: fallback ?? null, variable: variable || null },
  }))
  const [fault] = parameterFaults(parameters)
  if (fault) throw new Problem('invalid', 'parameter', parameterWords(fault))
  return { ...dto, parameters, tree: dto.tree || null }
}

function parameterWords(fault: ParameterFault): string {
  switch (fault.code) {
    case 'name':
      return `“${fault.name}” can be no parameter: letters, digits and _`
    case 'twice':
      return `Two parameters are called ${fault.name}, or have its variable`
    case 'free':
      return `Say which values ${fault.name} may have, or by a pattern which`
    case 'pattern':
      return `The pattern of ${fault.name} can’t be used: characters, classes such as [a-z], and at most two of * and +, without groups`
    case 'variable':
      return `${fault.name} can’t be read by ${fault.variable}: it is no name of a variable, or one that programs obey`
    case 'fallback':
      return `What ${fault.name} is by itself is none of the values that it may have`
  }
}
