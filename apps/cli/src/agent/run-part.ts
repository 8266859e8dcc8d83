import { ApiClient, ApiError, type Work } from '@bobbin/client'
import { commandOf, isDangerousVariable, isSafePath, masker, type RecipeValues } from '@bobbin/core'
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { chownSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { withRetries } from '../retry.js'
import { nodeFetch } from '../transport.js'
import type { AgentHome } from './home.js'
import { linesOf } from './lines.js'
import { PartLog } from './part-log.js'
import { ProcessGroup } from './process-group.js'
import { type Delivering, ResultFiles } from './result-files.js'
import { idsOf, refusalOf, type Restrictions } from './restrictions.js'
import { fetchSources } from './sources.js'

const MOST_OUTPUT = 20_000_000
const CLEAN_UP_MS = 120_000

export interface PartRunner {
  client: ApiClient
  baseUrl: string
  project: string
  home: AgentHome
  limits: Restrictions
  say: (words: string) => void
}

export interface PartControl {
  stop: () => void
  /** The agent ends: the part goes to another one. */
  giveBack: () => void
  lost: () => void
}

interface Outcome {
  state: 'done' | 'failed' | 'stopped' | 'givenBack'
  exitCode: number | null
  said: string | null
}

/** Runs one part: prepares, runs the command, cleans up whatever happens, delivers the results, and says that it is over. */
export async function runPart(work: Work, runner: PartRunner, control: (control: PartControl) => void): Promise<void> {
  const { client, project, home, limits } = runner
  const { mask, begun } = masker([...Object.values(work.secrets), work.token])
  let group: ProcessGroup | null = null
  const fate = { stopped: false, lost: false, back: false }
  const endNow = () => group?.end('stopped')
  const path = { project, id: work.part }
  const log = new PartLog({
    mask,
    begun,
    most: Math.min(MOST_OUTPUT, (limits.outputMb ?? Infinity) * 1024 ** 2),
    send: (at, text) => client.post('/projects/{project}/parts/{id}/log', { path, body: { lease: work.lease, at, text } }),
    onStop: () => {
      fate.stopped = true
      endNow()
    },
    isLost,
    onLost: () => {
      fate.lost = true
      endNow()
    },
  })
  control({
    stop: () => ((fate.stopped = true), endNow()),
    giveBack: () => ((fate.back = true), endNow()),
    lost: () => ((fate.lost = true), endNow()),
  })
  const results = mkdtempSync(home.path('results-'))
  try {
    const outcome = await inFolder(work, runner, results, log, fate, (running) => (group = running))
    if (fate.lost) return
    for (let ms = 500; !(await log.close()); ms = Math.min(15_000, ms * 2)) await wait(ms)
    if (fate.lost) return
    const told = fate.back ? { ...outcome, state: 'givenBack' as const } : outcome
    // a server that is away is waited for: what was run is not run again
    await untilTaken(() => client.post('/projects/{project}/parts/{id}/end', { path, body: { lease: work.lease, ...told } }), runner)
  } catch (error) {
    if (!isLost(error)) throw error
    runner.say(`part ${work.part} was given to another agent`)
  } finally {
    await log.close()
    home.runs(null)
    rmSync(results, { recursive: true, force: true })
  }
}

const isLost = (error: unknown): boolean => error instanceof ApiError && (error.code === 'lost' || error.status === 404)

async function inFolder(
  work: Work,
  runner: PartRunner,
  results: string,
  log: PartLog,
  fate: { stopped: boolean; lost: boolean; back: boolean },
  running: (group: ProcessGroup | null) => void,
): Promise<Outcome> {
  const { recipe, target } = work
  const { home, limits } = runner
  const failed = (said: string, exitCode: number | null = null): Outcome => ({ state: 'failed', exitCode, said })
  let folder: string
  try {
    mkdirSync(home.path('sources'), { recursive: true })
    folder = await fetchSources({ ...recipe, branch: target.branch, commit: target.commit }, home.path('sources'))
    const refusal = refusalOf(limits, recipe.name, folder)
    if (refusal) return failed(refusal)
  } catch (error) {
    return failed(error instanceof Error ? error.message : String(error))
  }
  const ids = limits.user === undefined ? null : idsOf(limits.user)
  if (ids) chownSync(results, ids.uid, ids.gid)
  const strange = work.files.find((file) => !isSafePath(file) || !existsSync(join(folder, file)))
  if (strange !== undefined)
    return failed(`${JSON.stringify(strange)} is no file of the sources${isSafePath(strange) ? ', as they are checked out here' : ''}`)
  const own = mkdtempSync(home.path('part-'))
  if (ids) chownSync(own, ids.uid, ids.gid)
  const values: RecipeValues = { files: work.files, tests: work.tests, keys: work.keys, results }
  const turns = turnsOf(work, results)
  const env = environmentOf(work, runner, results, own)
  const shell = (line: string, ms: number) => {
    log.write(`$ ${line}\n`)
    const group = new ProcessGroup(line, {
      cwd: folder,
      env,
      ids,
      memoryMb: limits.memoryMb,
      onOutput: (chunk) => log.write(chunk),
      onStart: (pid) => home.runs(pid),
    })
    running(group)
    const timer = setTimeout(() => group.end('limit'), ms)
    if (fate.stopped || fate.back) group.end('stopped')
    return group.done.finally(() => {
      clearTimeout(timer)
      running(null)
    })
  }
  const began = Date.now()
  const until = began + Math.min(recipe.limitMinutes, limits.limitMinutes ?? Infinity) * 60_000
  const files = new ResultFiles(results, recipe.results, folder, began, deliveringOf(work, runner, folder, log))
  const outcome = await commands(work, values, turns, (line) => shell(line, Math.max(0, until - Date.now())), failed, {
    begins: () => work.follow && files.follow(),
    ends: async (isLast) => {
      // what the next turn writes may take the place of what this one wrote
      if (!isLast && !fate.lost && !fate.back) await files.deliverAll({ more: true })
    },
  })
  // clean-up runs always, also after a stop; only an agent that lost the part leaves it to the other one's preparation
  for (const line of linesOf(recipe.cleanUp)) {
    const stopped = { ...fate }
    Object.assign(fate, { stopped: false, back: false })
    const { code } = await shell(commandOf(line, values), CLEAN_UP_MS)
    Object.assign(fate, stopped)
    if (code !== 0) log.write(`[clean-up ended with ${code}]\n`)
  }
  rmSync(own, { recursive: true, force: true })
  if (fate.lost || fate.back) {
    files.drop()
    return outcome
  }
  await files.deliverAll({ more: false })
  return judged(work, files, outcome)
}

/** The tests of each turn, with a folder for its result files. */
function turnsOf({ tests }: Work, results: string): RecipeValues[] {
  const turns = [...new Set(tests.map(({ turn }) => turn))].sort((a, b) => a - b)
  return turns.map((turn, nth) => {
    const own = tests.filter((test) => test.turn === turn)
    const folder = nth === 0 ? results : join(results, `turn-${nth + 1}`)
    return {
      files: [...new Set(own.map(({ file }) => file))],
      tests: own,
      keys: [...new Set(own.flatMap(({ keys }) => keys))],
      results: folder,
    }
  })
}

async function commands(
  { recipe }: Work,
  values: RecipeValues,
  turns: readonly RecipeValues[],
  shell: (line: string) => Promise<{ code: number | null; ended: 'stopped' | 'limit' | null }>,
  failed: (said: string, exitCode?: number | null) => Outcome,
  turn: { begins: () => void; ends: (isLast: boolean) => Promise<void> },
): Promise<Outcome> {
  for (const line of linesOf(recipe.prepare)) {
    const { code, ended } = await shell(commandOf(line, values))
    if (ended === 'stopped') return { state: 'stopped', exitCode: code, said: 'Stopped while it was prepared' }
    if (ended === 'limit') return failed(`It was not done within ${recipe.limitMinutes} minutes`, code)
    if (code !== 0) return failed(`Preparing it failed: “${line}” ended with ${code}`, code)
  }
  let worst: number | null = 0
  for (const [nth, own] of turns.entries()) {
    mkdirSync(own.results, { recursive: true })
    turn.begins()
    const { code, ended } = await shell(commandOf(recipe.command, own))
    if (ended === 'stopped') return { state: 'stopped', exitCode: code, said: null }
    if (ended === 'limit') return failed(`It was not done within ${recipe.limitMinutes} minutes`, code)
    if (code === 126 || code === 127) return failed(`The command of the recipe could not be found or started (exit ${code})`, code)
    // what failed in one turn says nothing about whether the next can run
    if (worst === 0) worst = code
    await turn.ends(nth === turns.length - 1)
  }
  return { state: 'done', exitCode: worst, said: null }
}

/** What the agent itself was started with. */
const OWN = /^BOBBIN_/
/** What the server says to every recipe. */
const BY_SERVER = /^BOBBIN_(PARAM_|ENVIRONMENT_ADDRESS$|RUN_AS$)/

/** Variables and secrets reach the runner through its environment only; the token of the agent does not. */
function environmentOf(work: Work, { baseUrl, project }: PartRunner, results: string, folder: string): Record<string, string> {
  const { target } = work
  const ofMachine = Object.entries(process.env).filter((entry): entry is [string, string] => entry[1] !== undefined && !OWN.test(entry[0]))
  const given = Object.entries({ ...work.variables, ...work.secrets }).filter(
    ([name]) => BY_SERVER.test(name) || !isDangerousVariable(name),
  )
  return {
    ...Object.fromEntries(ofMachine),
    ...Object.fromEntries(given),
    HOME: folder,
    TMPDIR: folder,
    BOBBIN_URL: baseUrl,
    BOBBIN_TOKEN: work.token,
    BOBBIN_PROJECT: project,
    BOBBIN_PIPELINE: target.pipeline,
    BOBBIN_BUILD: target.build,
    BOBBIN_BRANCH: target.branch,
    BOBBIN_ENVIRONMENT: target.environment,
    BOBBIN_RUN: target.run,
    BOBBIN_SCOPE: 'partial',
    BOBBIN_RESULTS: results,
    ...(target.commit !== null && { BOBBIN_COMMIT: target.commit }),
    ...(target.profile !== null && { BOBBIN_PROFILE: target.profile }),
    ...(target.release !== null && { BOBBIN_RELEASE: target.release }),
    ...(target.trial && { BOBBIN_TRIAL: 'true' }),
  }
}

/** What becomes of results: where they belong, and who asks whether this agent still has the part. */
function deliveringOf(work: Work, runner: PartRunner, folder: string, log: PartLog): Delivering {
  const { pipeline, branch, build, environment, run, profile, release, trial, commit } = work.target
  const path = { project: runner.project, id: work.part }
  return {
    project: runner.project,
    target: {
      ...{ pipeline, branch, build, environment, run, scope: 'partial', root: folder },
      ...(commit !== null && { commit }),
      ...(profile !== null && { profile }),
      ...(release !== null && { release }),
      ...(trial && { trial: 'true' }),
    },
    client: new ApiClient({ baseUrl: runner.baseUrl, token: work.token, fetch: nodeFetch() }),
    mask: masker([...Object.values(work.secrets), work.token]).mask,
    stillMine: () => runner.client.post('/projects/{project}/parts/{id}/log', { path, body: { lease: work.lease, at: 0, text: '' } }),
    untilTaken: (what) => untilTaken(what, runner),
    onRefused: (name, why) => log.write(`[${name} was refused: ${why}]\n`),
  }
}

/** A part whose command left nothing that can be read has failed. */
function judged({ recipe }: Work, files: ResultFiles, outcome: Outcome): Outcome {
  if (outcome.state !== 'done') return outcome
  const byReporter = !recipe.command.includes('{results}') && recipe.results.trim() === ''
  if (files.count === 0)
    return byReporter
      ? outcome
      : { ...outcome, state: 'failed', said: `The command ended with ${outcome.exitCode} and left no result file` }
  return files.refusal === null ? outcome : { ...outcome, state: 'failed', said: `No result file could be read: ${files.refusal}` }
}

/** Tries until the server takes it or refuses it; an agent has nothing better to do. */
function untilTaken<T>(what: () => Promise<T>, { say }: PartRunner): Promise<T> {
  return withRetries(what, {
    retries: 1000,
    wait: (ms) => wait(ms),
    onRetry: (error, ms) => say(`${error.message}. Trying again in ${Math.ceil(ms / 1000)} s`),
  })
}
