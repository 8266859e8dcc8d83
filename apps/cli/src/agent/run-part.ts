import { ApiClient, ApiError, deliver, type DeliveryTarget, type Work } from '@bobbin/client'
import { commandOf, masker, type RecipeValues } from '@bobbin/core'
import { mkdirSync, mkdtempSync, openAsBlob, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { chownSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { globPattern } from '../glob.js'
import { withRetries } from '../retry.js'
import { nodeFetch } from '../transport.js'
import type { AgentHome } from './home.js'
import { PartLog } from './part-log.js'
import { ProcessGroup } from './process-group.js'
import { idsOf, refusalOf, type Restrictions } from './restrictions.js'
import { fetchSources } from './sources.js'

const MOST_OUTPUT = 20_000_000
const CLEAN_UP_MS = 120_000
/** Result files up to this size are looked through for secrets before they are sent. */
const MOST_MASKED = 100 * 1024 ** 2

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
  const { mask, longest } = masker([...Object.values(work.secrets), work.token])
  let group: ProcessGroup | null = null
  const fate = { stopped: false, lost: false, back: false }
  const endNow = () => group?.end('stopped')
  const path = { project, id: work.part }
  const log = new PartLog({
    mask,
    longest,
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
  const values: RecipeValues = { files: work.files, tests: work.tests, keys: work.keys, results }
  const env = environmentOf(work, runner, results)
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
  const outcome = await commands(work, values, (line) => shell(line, Math.max(0, until - Date.now())), failed)
  // clean-up runs always, also after a stop; only an agent that lost the part leaves it to the other one's preparation
  for (const line of linesOf(recipe.cleanUp)) {
    const stopped = { ...fate }
    Object.assign(fate, { stopped: false, back: false })
    const { code } = await shell(commandOf(line, values), CLEAN_UP_MS)
    Object.assign(fate, stopped)
    if (code !== 0) log.write(`[clean-up ended with ${code}]\n`)
  }
  if (fate.lost || fate.back) return outcome
  return deliverResults(work, runner, results, folder, began, outcome, log)
}

const linesOf = (text: string): string[] => text.split(/\r?\n/).map((line) => line.trim()).filter((line) => line !== '') // prettier-ignore

async function commands(
  { recipe }: Work,
  values: RecipeValues,
  shell: (line: string) => Promise<{ code: number | null; ended: 'stopped' | 'limit' | null }>,
  failed: (said: string, exitCode?: number | null) => Outcome,
): Promise<Outcome> {
  for (const line of linesOf(recipe.prepare)) {
    const { code, ended } = await shell(commandOf(line, values))
    if (ended === 'stopped') return { state: 'stopped', exitCode: code, said: 'Stopped while it was prepared' }
    if (ended === 'limit') return failed(`It was not done within ${recipe.limitMinutes} minutes`, code)
    if (code !== 0) return failed(`Preparing it failed: “${line}” ended with ${code}`, code)
  }
  const { code, ended } = await shell(commandOf(recipe.command, values))
  if (ended === 'stopped') return { state: 'stopped', exitCode: code, said: null }
  if (ended === 'limit') return failed(`It was not done within ${recipe.limitMinutes} minutes`, code)
  if (code === 126 || code === 127) return failed(`The command of the recipe could not be found or started (exit ${code})`, code)
  return { state: 'done', exitCode: code, said: null }
}

/** Variables and secrets reach the runner through its environment only; the token of the agent does not. */
function environmentOf(work: Work, { baseUrl, project }: PartRunner, results: string): Record<string, string> {
  const { target } = work
  const own = Object.fromEntries(Object.entries(process.env).filter((entry): entry is [string, string] => entry[1] !== undefined))
  return {
    ...own,
    ...work.variables,
    ...work.secrets,
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

async function deliverResults(
  work: Work,
  runner: PartRunner,
  results: string,
  folder: string,
  since: number,
  outcome: Outcome,
  log: PartLog,
): Promise<Outcome> {
  const files = [...filesIn(results), ...patternFiles(work.recipe.results, folder, since)]
  const byReporter = !work.recipe.command.includes('{results}') && work.recipe.results.trim() === ''
  if (files.length === 0) {
    if (outcome.state !== 'done' || byReporter) return outcome
    return { ...outcome, state: 'failed', said: `The command ended with ${outcome.exitCode} and left no result file` }
  }
  const { mask } = masker([...Object.values(work.secrets), work.token])
  const outgoing = await Promise.all(
    files.map(async (name) => ({ name: name.slice(name.lastIndexOf('/') + 1), content: await masked(name, mask) })),
  )
  const { pipeline, branch, build, environment, run, profile, release, trial, commit } = work.target
  const target: DeliveryTarget = {
    ...{ pipeline, branch, build, environment, run, scope: 'partial', root: folder },
    ...(commit !== null && { commit }),
    ...(profile !== null && { profile }),
    ...(release !== null && { release }),
    ...(trial && { trial: 'true' }),
  }
  const client = new ApiClient({ baseUrl: runner.baseUrl, token: work.token, fetch: nodeFetch() })
  // another agent may have the part by now; then nothing of this is told
  const path = { project: runner.project, id: work.part }
  await untilTaken(
    () => runner.client.post('/projects/{project}/parts/{id}/log', { path, body: { lease: work.lease, at: 0, text: '' } }),
    runner,
  )
  const report = await untilTaken(() => deliver(client, runner.project, target, 'cli', outgoing), runner)
  const refused = report.files.filter((file) => file.status === 'refused')
  for (const file of refused) log.write(`[${file.name} was refused: ${file.error?.message ?? ''}]\n`)
  if (refused.length === report.files.length && outcome.state === 'done')
    return { ...outcome, state: 'failed', said: `No result file could be read: ${refused[0]?.error?.message ?? ''}` }
  return outcome
}

async function masked(name: string, mask: (text: string) => string): Promise<Blob> {
  if (statSync(name).size > MOST_MASKED) return openAsBlob(name)
  const bytes = readFileSync(name)
  const text = bytes.toString('latin1')
  const utf8 = bytes.toString('utf8')
  const clean = mask(utf8)
  // what is no text stays as it is
  return clean === utf8 || text.includes('\0') ? new Blob([bytes]) : new Blob([clean])
}

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()

/** Result files that the runner writes elsewhere; those of earlier runs are not taken. */
function patternFiles(patterns: string, folder: string, since: number): string[] {
  return linesOf(patterns).flatMap((pattern) => {
    const { base, matches } = globPattern(join(folder, pattern))
    try {
      return filesIn(base).filter((file) => matches(file) && statSync(file).mtimeMs >= since - 1000)
    } catch {
      return [] // the folder is not there: nothing was written
    }
  })
}

/** Tries until the server takes it or refuses it; an agent has nothing better to do. */
function untilTaken<T>(what: () => Promise<T>, { say }: PartRunner): Promise<T> {
  return withRetries(what, {
    retries: 1000,
    wait: (ms) => wait(ms),
    onRetry: (error, ms) => say(`${error.message}. Trying again in ${Math.ceil(ms / 1000)} s`),
  })
}
