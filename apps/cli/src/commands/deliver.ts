import {
  ApiClient,
  ApiError,
  deliver,
  type DeliveredFile,
  type DeliveryReport,
  type DeliveryTarget,
  type OutgoingFile,
  UnreachableError,
} from '@bobbin/client'
import { type Change, CommonRoot, plainPath } from '@bobbin/core'
import { type ConfigFile, readConfigFile } from '@bobbin/reporters/config-file'
import { changedFiles, repositoryRoot, surroundings } from '@bobbin/reporters/surroundings'
import { appendFileSync, openAsBlob } from 'node:fs'
import { setTimeout as wait } from 'node:timers/promises'
import { EXIT, UsageError } from '../exit-codes.js'
import { findAttachments, findFiles } from '../files.js'
import { Progress, sendingWords } from '../progress.js'
import { withRetries } from '../retry.js'
import { markdownSummary } from '../summary.js'
import { nodeFetch } from '../transport.js'
import { coverageLine, totalsLine } from './inspect.js'

export interface DeliverOptions {
  pipeline?: string
  build?: string
  branch?: string
  environment?: string
  commit?: string
  author?: string
  address?: string
  /** Which of how many. */
  shard?: [number, number]
  close?: boolean
  /** Whether all tests ran, or a part of them; neither says that nobody knows. */
  whole?: boolean
  partial?: boolean
  run?: string
  profile?: string
  release?: string
  trial?: boolean
  /** The folder of the sources where the tests ran. */
  root?: string
  /** Whether a delivery that is stored first is waited for until it is read. */
  wait?: boolean
  /** A file for what changed, as Markdown. */
  summary?: string
  project?: string
  /** How many times to try again when the server can't be reached. */
  retries?: number
  /** Pictures, logs and records beside the result files, which may name them. */
  attach?: string[]
  json?: boolean
}

const RETRIES = 5

/** Sends result files to Bobbin and says what they changed. */
export async function deliverFiles(patterns: string[], options: DeliverOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const config = readConfig()
  const place = placeOf(options, config)
  const progress = new Progress()
  const attach = options.attach ?? config.attach
  // what belongs to results that were told live comes alone
  const alone = options.attach !== undefined && patterns.length === 0 && config.files === undefined
  const found = alone ? { files: [], passedOver: [] } : findFiles(namedFiles(patterns, config))
  const attached = attach ? findAttachments(attach).filter(({ name }) => !found.files.includes(name)) : []
  const files: OutgoingFile[] = await Promise.all([
    ...found.files.map(async (name) => ({ name, content: await openAsBlob(name) })),
    ...attached.map(async ({ name, belongs }) => ({ name, content: await openAsBlob(name), attachment: true, belongs })),
  ])
  const total = files.reduce((sum, file) => sum + file.content.size, 0)
  const quiet = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch((sent) => progress.show(sendingWords(sent, total))) })
  const again = {
    retries: options.retries ?? RETRIES,
    wait: (ms: number) => wait(ms),
    onRetry: (error: Error, ms: number, attempt: number) => {
      progress.clear()
      console.error(`bobbin: ${error.message}. Trying again in ${Math.ceil(ms / 1000)} s (${attempt} of ${options.retries ?? RETRIES})`)
    },
  }
  try {
    const project = options.project ?? config.project ?? (await withRetries(() => onlyProject(quiet), again))
    const target = { ...place, ...pathsOf(options, found.files), bytes: total }
    const sent = await withRetries(() => deliver(client, project, target, 'cli', files), again)
    const report = options.wait ? await untilRead(sent, quiet, project, progress, again) : sent
    const written = options.summary ? await writeSummary(options.summary, quiet, project, report, baseUrl) : null
    progress.clear()
    if (options.json) console.log(JSON.stringify(report, null, 2))
    else {
      for (const name of found.passedOver.filter((name) => !attached.some((other) => other.name === name)))
        console.log(`passed over  ${name}`)
      print(report, baseUrl, project)
    }
    if (written) console.error(`bobbin: ${written}`)
    return report.files.some((file) => file.status === 'refused') ? EXIT.refused : EXIT.stored
  } catch (error) {
    progress.clear()
    return failed(options, error)
  }
}

/** Where names of files and paths in reports begin. */
function pathsOf({ root }: { root?: string }, files: readonly string[]): Pick<DeliveryTarget, 'root' | 'base'> {
  const common = new CommonRoot()
  for (const file of files) common.add(plainPath(file))
  return { root: root ?? repositoryRoot() ?? undefined, base: common.root || undefined }
}

/** Files that are named, or those that the repository names. @throws UsageError when neither names any */
export function namedFiles(patterns: readonly string[], { files = [] }: ConfigFile): readonly string[] {
  if (patterns.length > 0) return patterns
  if (files.length === 0) throw new UsageError('Name result files or folders, here or under “files” in bobbin.json')
  return files
}

/** @throws UsageError when the repository's file says what can't be understood */
export function readConfig(): ConfigFile {
  try {
    return readConfigFile()
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error))
  }
}

const FIRST_LOOK_MS = 500
const MOST_LOOK_MS = 5000

/** Asks for the report of a delivery that was stored first, until it is read. @throws ApiError when it could not be read */
async function untilRead(
  sent: DeliveryReport,
  client: ApiClient,
  project: string,
  progress: Progress,
  again: Parameters<typeof withRetries>[1],
): Promise<DeliveryReport> {
  const path = { project, id: sent.deliveryId }
  let report = sent
  for (let ms = FIRST_LOOK_MS; report.state === 'waiting'; ms = Math.min(MOST_LOOK_MS, ms * 1.5)) {
    progress.show(`Delivery ${sent.deliveryId} is stored and waits to be read …`)
    await wait(ms)
    report = await withRetries(() => client.get('/projects/{project}/deliveries/{id}/report', { path }), again)
  }
  return report
}

/** What is named, then what is set around it. @throws UsageError naming what is known from nowhere */
export function placeOf(options: DeliverOptions, file: ConfigFile): DeliveryTarget {
  const around = surroundings(process.env, { file })
  const named = (what: 'pipeline' | 'build' | 'branch' | 'environment') => options[what] ?? around[what] ?? ''
  const place = { pipeline: named('pipeline'), build: named('build'), branch: named('branch'), environment: named('environment') }
  const missing = Object.entries(place).flatMap(([name, value]) => (value === '' ? [`--${name}`] : []))
  if (missing.length > 0)
    throw new UsageError(
      `${missing.join(' and ')} ${missing.length === 1 ? 'is' : 'are'} not known here; name ${missing.length === 1 ? 'it' : 'them'}`,
    )
  // what this folder and pipeline know says nothing about a build that was named by hand
  const own = (name: string) => process.env[name]?.trim() || undefined
  const commit = options.commit ?? (options.build ? own('BOBBIN_COMMIT') : (around.commit ?? undefined))
  const changed = commit === undefined ? null : changedFiles(commit)
  const told = options.build
    ? { author: options.author ?? own('BOBBIN_AUTHOR'), address: options.address ?? own('BOBBIN_ADDRESS') }
    : { author: options.author ?? around.author ?? undefined, address: options.address ?? around.address ?? undefined }
  if (options.whole && options.partial) throw new UsageError('--whole and --partial exclude each other')
  const scope = options.whole ? 'whole' : options.partial ? 'partial' : (around.scope ?? undefined)
  const [shard, shards] = options.shard ?? [around.shard ?? undefined, around.shards ?? undefined]
  const run = {
    run: options.run ?? around.run ?? undefined,
    profile: options.profile ?? around.profile ?? undefined,
    release: options.release ?? around.release ?? undefined,
    trial: options.trial || around.trial ? ('true' as const) : undefined,
  }
  const close = options.close ? ('true' as const) : undefined
  return { ...place, ...told, ...run, commit, changedFiles: changed ?? undefined, shard, shards, scope, close }
}

/** A summary that can't be written does not undo a delivery. @returns what went wrong */
async function writeSummary(
  file: string,
  client: ApiClient,
  project: string,
  report: DeliveryReport,
  baseUrl: string,
): Promise<string | null> {
  try {
    const { run } = report
    const detail = run ? await client.get('/projects/{project}/runs/{id}', { path: { project, id: run.id } }) : null
    appendFileSync(file, markdownSummary(report, detail, `${baseUrl}/${project}`))
    return null
  } catch (error) {
    return `The summary was not written: ${error instanceof Error ? error.message : String(error)}`
  }
}

/** @returns the exit code for what a server refused, or for one that was not reached; throws whatever else it was */
export function failed(options: { json?: boolean }, error: unknown): number {
  if (error instanceof UnreachableError) return fail(options, 'unreachable', error.message, EXIT.unreachable)
  if (error instanceof ApiError) return fail(options, error.code, error.message, error.status >= 500 ? EXIT.unreachable : EXIT.refused)
  throw error
}

/** The sentence for people on the error stream; for machines the same as JSON where the report would stand. */
function fail({ json }: { json?: boolean }, problem: string, message: string, code: number): number {
  if (json) console.log(JSON.stringify({ error: { code: problem, message } }))
  console.error(`bobbin: ${message}`)
  return code
}

/** @throws UsageError when the environment does not tell where the server is and who asks */
export const serverOf = () => ({
  baseUrl: fromEnvironment('BOBBIN_URL', 'the address of Bobbin, as http://127.0.0.1:4680').replace(/(?<!\/)\/+$/, ''),
  token: fromEnvironment('BOBBIN_TOKEN', 'a token with the scope “deliver”'),
})

function fromEnvironment(name: string, meaning: string): string {
  const value = process.env[name]
  if (!value) throw new UsageError(`${name} is not set. It holds ${meaning}`)
  return value
}

/** A token belongs to one project. */
export async function onlyProject(client: ApiClient): Promise<string> {
  const { projects } = await client.get('/session')
  const [project] = projects
  if (!project) throw new UsageError('The token belongs to no project')
  return project.slug
}

const CHANGE_WORDS: [Change, string][] = [
  ['newlyFailing', 'newly failing'],
  ['stillFailing', 'still failing'],
  ['fixed', 'fixed'],
  ['recovered', 'recovered'],
  ['newlySkipped', 'newly skipped'],
  ['notRun', 'not run'],
  ['gone', 'gone'],
  ['new', 'new'],
]

function print(report: DeliveryReport, baseUrl: string, project: string): void {
  for (const file of report.files) printFile(file)
  for (const { kind, name } of report.made) console.log(`made ${kind} ${name}`)
  for (const note of report.notes) console.log(`note: ${note}`)
  for (const line of decidedLines(report, `${baseUrl}/${project}`)) console.log(line)
  if (report.state === 'waiting') {
    console.log(`stored as delivery ${report.deliveryId}, which is read as soon as the server has time (--wait waits for it)`)
    console.log(`${baseUrl}/${project}/intake/${report.deliveryId}`)
  }
  const { run, changes } = report
  if (!run) return
  console.log(
    `\nBuild ${run.build} of ${run.lane.pipeline} in ${run.lane.environment}: ${totalsLine(run.totals)}${run.live ? ' · more is to come' : run.incomplete ? ' · incomplete' : ''}`,
  )
  if (changes) {
    const parts = CHANGE_WORDS.filter(([change]) => changes[change] > 0).map(([change, words]) => `${changes[change]} ${words}`)
    console.log(`Against the build before: ${parts.join(', ') || 'nothing changed'}`)
  }
  console.log(`${baseUrl}/${project}/runs/${run.id}`)
}

/** What was decided about tests that no case claims. */
function decidedLines({ decided: { make, aside, ask } }: DeliveryReport, base: string): string[] {
  const tests = (count: number) => `${count} ${count === 1 ? 'test' : 'tests'} that no case claims`
  return [
    ...(make > 0 ? [`made a case for each of ${tests(make)}`] : []),
    ...(aside > 0 ? [`set aside ${tests(aside)}`] : []),
    ...(ask > 0 ? [`${tests(ask)} wait for a person: ${base}/scripts?only=unlinked`] : []),
  ]
}

function printFile(file: DeliveredFile): void {
  if (file.status === 'attached') return console.log(`attached ${file.name}`)
  if (file.error) return console.log(`${file.status === 'refused' ? 'refused ' : 'passed over '} ${file.name}: ${file.error.message}`)
  console.log(
    `${file.status === 'already' ? 'already ' : 'stored  '} ${file.name}${file.coverage ? `: ${coverageLine(file.coverage)}` : file.totals ? `: ${totalsLine(file.totals)}` : ''}`,
  )
  for (const fault of file.faults)
    console.log(`         incomplete: ${fault.subject}: ${fault.message ?? 'no message'} (line ${fault.place.line})`)
  for (const { message, place, count } of file.warnings)
    console.log(`         note: ${message} (line ${place.line}${count > 1 ? `, ${count} times` : ''})`)
  for (const { key, test } of file.unknownKeys) console.log(`         no case ${key}, which “${test}” declares`)
}
