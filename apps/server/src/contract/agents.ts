import type { MaintenanceWindow, RecipeParameter } from '@bobbin/core'

export interface Agent {
  id: number
  name: string
  poolId: number | null
  labels: string[]
  profiles: string[]
  cores: number | null
  version: string | null
  host: string | null
  paused: boolean
  heardAt: string
  /** It said goodbye, or was silent for too long. */
  awayAt: string | null
  /** It speaks an older version than this server. */
  outdated: boolean
  /** What it runs. */
  parts: { id: number; name: string; runId: number | null }[]
}

/** Agents with the same abilities. */
export interface Pool {
  id: number
  name: string
  costPerMinute: number
  /** So many parts at once. */
  atOnce: number | null
  /** When its agents take nothing. */
  closed: MaintenanceWindow[]
  /** Whether agents are asked for; where, only who manages the project is told. */
  elastic: boolean
  startUrl: string | null
  stopUrl: string | null
  /** So many agents are asked for at most. */
  most: number | null
  idleMinutes: number
  /** Whether its cost was seen and confirmed, without which no agent is asked for. */
  confirmed: boolean
  agents: number
}

export interface AgentList {
  rows: Agent[]
  pools: Pool[]
  /** The version that the server hands out. */
  version: string
}

/** How the scripts of a source tree and runner are run. */
export interface Recipe {
  id: number
  name: string
  framework: string
  tree: string | null
  source: string
  ref: string
  folder: string
  prepare: string
  command: string
  cleanUp: string
  results: string
  labels: string[]
  wholeFiles: boolean
  limitMinutes: number
  /** What plans may choose. */
  parameters: RecipeParameter[]
  /** Scripts in code that it runs. */
  scripts: number
}

export interface RecipeList {
  rows: Recipe[]
  templates: Omit<Recipe, 'id' | 'tree' | 'source' | 'ref' | 'folder' | 'limitMinutes' | 'scripts' | 'parameters'>[]
  /** Frameworks and trees of scripts that no recipe runs. */
  missing: { framework: string; tree: string; scripts: number }[]
}

/** An outside pipeline that parts can be handed to by an HTTP request. */
export interface Handoff {
  id: number
  name: string
  /** Null for who may not manage the project: both may hold secrets. */
  url: string | null
  template: string | null
  signed: boolean
}

export interface HandoffList {
  rows: Handoff[]
}

export interface Registered {
  id: number
  name: string
  version: string
}

/** What an agent has to run. */
export interface Work {
  part: number
  /** Names who holds the part: what is told with another one comes too late. */
  lease: string
  name: string
  recipe: {
    name: string
    source: string
    ref: string
    folder: string
    prepare: string
    command: string
    cleanUp: string
    results: string
    limitMinutes: number
  }
  /** Result files that are whole are delivered while the runner goes on. */
  follow: boolean
  /** The turns of a part run one after the other, each by a command of its own. */
  tests: { file: string; suites: string[]; name: string; pattern: string | null; keys: string[]; turn: number }[]
  files: string[]
  keys: string[]
  variables: Record<string, string>
  secrets: Record<string, string>
  /** For delivering the results of this part, and nothing else. */
  token: string
  target: {
    pipeline: string
    branch: string
    build: string
    commit: string | null
    environment: string
    run: string
    profile: string | null
    release: string | null
    trial: boolean
    shard: number
  }
}

export interface WorkAnswer {
  work: Work | null
  /** Parts that are to be stopped. */
  stop: number[]
  /** Parts that the agent has no more: another one has. */
  lost: number[]
}

export interface PartTold {
  /** It is to be stopped. */
  stop: boolean
}
