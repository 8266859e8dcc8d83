import { hostname } from 'node:os'
import type { ConfigFile } from './config-file'

/** What a pipeline tells about itself, and what the repository tells: null where neither does. */
export interface Surroundings {
  pipeline: string | null
  build: string | null
  branch: string | null
  commit: string | null
  environment: string | null
  /** Which of how many shards this is. */
  shard: number | null
  shards: number | null
  /** Whether all tests of the suite run, or a part of them; null where nobody says. */
  scope: 'whole' | 'partial' | null
  /** What this run is called among those of its build, what it was tested on, its release, and whether it stays out of the record. */
  run: string | null
  profile: string | null
  release: string | null
  trial: boolean
  /** The machine, or what the pipeline calls its agent. */
  agent: string
  /** Who made the change that is built. */
  author: string | null
  /** The page of the build in its pipeline. */
  address: string | null
}

type Environment = Record<string, string | undefined>

/**
 * How pipelines commonly name these, best first; most put a prefix of their own in front, which is passed over.
 * Common practice, no source.
 */
const COMMON: Record<'pipeline' | 'build' | 'branch' | 'commit' | 'agent' | 'author' | 'address', readonly string[]> = {
  commit: ['COMMIT_SHA', 'GIT_COMMIT', 'COMMIT_HASH', 'SOURCEVERSION', 'REVISION', 'SHA1', 'SHA', 'COMMIT'],
  // the branch that is being changed comes before the made-up one of a change that is tried
  branch: ['HEAD_REF', 'SOURCE_BRANCH_NAME', 'COMMIT_BRANCH', 'BRANCH_NAME', 'GIT_BRANCH', 'REF_NAME', 'SOURCEBRANCHNAME', 'BRANCH'],
  build: ['BUILD_NUMBER', 'BUILDNUMBER', 'RUN_NUMBER', 'PIPELINE_IID', 'BUILD_NUM', 'PIPELINE_NUMBER', 'BUILD_ID', 'PIPELINE_ID', 'RUN_ID'],
  pipeline: ['PIPELINE_NAME', 'WORKFLOW', 'DEFINITIONNAME', 'JOB_NAME', 'PIPELINE_SLUG'],
  agent: ['RUNNER_NAME', 'AGENT_NAME', 'NODE_NAME', 'AGENT_MACHINENAME'],
  author: ['COMMIT_AUTHOR', 'COMMIT_AUTHOR_NAME', 'BUILD_AUTHOR', 'BUILD_USER', 'ACTOR', 'REQUESTEDFOR'],
  address: ['BUILD_URL', 'RUN_URL', 'PIPELINE_URL', 'JOB_URL', 'BUILD_LINK'],
}

/** Shards as runners and pipelines count them, from 1 or, where the second name says INDEX, from 0. Common practice, no source. */
const SHARDS: readonly [index: string, total: string, from: 0 | 1][] = [
  ['NODE_INDEX', 'NODE_TOTAL', 0],
  ['PARALLEL_JOB', 'PARALLEL_JOB_COUNT', 0],
  ['SHARD_INDEX', 'SHARD_TOTAL', 1],
]

export type Git = (...words: string[]) => string | null

/**
 * Where a run belongs, from what is set around it: `BOBBIN_*` first, then the repository's `bobbin.json`, then what pipelines commonly
 * set, then git.
 * @param git asks the repository, with git's own words; null where there is none
 */
export function surroundings(env: Environment, { git = askGit, file = {} }: { git?: Git; file?: ConfigFile } = {}): Surroundings {
  const own = (name: string) => env[`BOBBIN_${name}`]?.trim() || null
  // outside a pipeline a variable called BRANCH or SHA says nothing about this run
  const inPipeline = env['CI'] !== undefined || common(env, COMMON.build) !== null
  const found = (what: keyof typeof COMMON, said: string | null = null) =>
    own(what.toUpperCase()) ?? said ?? (inPipeline ? common(env, COMMON[what]) : null)
  const shard = ownShard(env) ?? (inPipeline ? commonShard(env) : null)
  const branch = found('branch', file.branch) ?? git('branch', '--show-current')
  const commit = found('commit') ?? git('rev-parse', 'HEAD')
  const address = found('address')
  return {
    pipeline: found('pipeline', file.pipeline),
    build: found('build'),
    branch: branch && plainBranch(branch),
    commit,
    environment: own('ENVIRONMENT') ?? file.environment ?? null,
    shard: shard?.[0] ?? null,
    shards: shard?.[1] ?? null,
    scope: scopeOf(own('SCOPE')),
    run: own('RUN'),
    profile: own('PROFILE'),
    release: own('RELEASE'),
    trial: own('TRIAL') === 'true',
    agent: found('agent') ?? hostname(),
    author: own('AUTHOR') ?? (inPipeline && commit ? git('log', '-1', '--format=%an', commit, '--') : null) ?? found('author'),
    address: address && /^https?:\/\//.test(address) ? address : null,
  }
}

/**
 * Paths that a commit changed against the one before it (of a merge, against the branch that it went into), as git tells them.
 * @returns null where git does not know: no repository, or one that was fetched without its history
 */
export function changedFiles(commit: string, git: Git = askGit): string[] | null {
  const names = git('-c', 'core.quotePath=false', 'diff', '--name-only', '--no-renames', `${commit}^1`, commit, '--')
  return names === null ? null : names.split('\n').filter((path) => path !== '')
}

function common(env: Environment, names: readonly string[]): string | null {
  const set = Object.keys(env).sort()
  for (const name of names) {
    const plain = env[name]?.trim()
    if (plain) return plain
    const prefixed = set.find(
      (key) => key.endsWith(`_${name}`) && !key.startsWith('BOBBIN_') && !key.startsWith('npm_') && env[key]?.trim(),
    )
    if (prefixed) return env[prefixed]?.trim() ?? null
  }
  return null
}

/** The folder of the repository here, as an absolute path; null outside of one. */
export const repositoryRoot = (git: Git = askGit): string | null => git('rev-parse', '--show-toplevel')

const scopeOf = (text: string | null): Surroundings['scope'] => (text === 'whole' || text === 'partial' ? text : null)

/** `2/4` in BOBBIN_SHARD. */
function ownShard(env: Environment): [number, number] | null {
  const match = /^(\d{1,5})\/(\d{1,5})$/.exec(env['BOBBIN_SHARD']?.trim() ?? '')
  return match ? fits(Number(match[1]), Number(match[2])) : null
}

function commonShard(env: Environment): [number, number] | null {
  for (const [index, total, from] of SHARDS) {
    const [at, of] = [common(env, [index]), common(env, [total])]
    const found = at !== null && of !== null ? fits(Number(at) + 1 - from, Number(of)) : null
    // a pipeline that does not cut its run says one of one
    if (found && found[1] > 1) return found
  }
  return null
}

const fits = (shard: number, shards: number): [number, number] | null => (shard >= 1 && shard <= shards ? [shard, shards] : null)

const plainBranch = (name: string): string => name.replace(/^refs\/(heads|remotes)\//, '').replace(/^origin\//, '')

function askGit(...words: string[]): string | null {
  try {
    // loaded where git is asked: it takes a moment of each run
    const { execFileSync } = process.getBuiltinModule('node:child_process')
    return execFileSync('git', words, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'], timeout: 5000 }).trim() || null
  } catch {
    return null
  }
}
