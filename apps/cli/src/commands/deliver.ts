import { ApiClient, ApiError, deliver, type DeliveredFile, type DeliveryReport, type OutgoingFile, UnreachableError } from '@bobbin/client'
import type { Change } from '@bobbin/core'
import { openAsBlob } from 'node:fs'
import { setTimeout as wait } from 'node:timers/promises'
import { EXIT, UsageError } from '../exit-codes.js'
import { findAttachments, findFiles } from '../files.js'
import { Progress, sendingWords } from '../progress.js'
import { withRetries } from '../retry.js'
import { nodeFetch } from '../transport.js'
import { coverageLine, totalsLine } from './inspect.js'

export interface DeliverOptions {
  pipeline: string
  build: string
  branch: string
  environment: string
  commit?: string
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
  const baseUrl = fromEnvironment('BOBBIN_URL', 'the address of Bobbin, as http://127.0.0.1:4680').replace(/\/+$/, '')
  const token = fromEnvironment('BOBBIN_TOKEN', 'a token with the scope “deliver”')
  const progress = new Progress()
  const found = findFiles(patterns)
  const attached = options.attach ? findAttachments(options.attach).filter(({ name }) => !found.files.includes(name)) : []
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
    const project = options.project ?? (await withRetries(() => onlyProject(quiet), again))
    const { pipeline, build, branch, environment, commit } = options
    const report = await withRetries(() => deliver(client, project, { pipeline, build, branch, environment, commit }, 'cli', files), again)
    progress.clear()
    if (options.json) console.log(JSON.stringify(report, null, 2))
    else {
      for (const name of found.passedOver.filter((name) => !attached.some((other) => other.name === name)))
        console.log(`passed over  ${name}`)
      print(report, baseUrl, project)
    }
    return report.files.some((file) => file.status === 'refused') ? EXIT.refused : EXIT.stored
  } catch (error) {
    progress.clear()
    if (error instanceof UnreachableError) return fail(options, 'unreachable', error.message, EXIT.unreachable)
    if (error instanceof ApiError) return fail(options, error.code, error.message, error.status >= 500 ? EXIT.unreachable : EXIT.refused)
    throw error
  }
}

/** The sentence for people on the error stream; for machines the same as JSON where the report would stand. */
function fail({ json }: DeliverOptions, problem: string, message: string, code: number): number {
  if (json) console.log(JSON.stringify({ error: { code: problem, message } }))
  console.error(`bobbin: ${message}`)
  return code
}

function fromEnvironment(name: string, meaning: string): string {
  const value = process.env[name]
  if (!value) throw new UsageError(`${name} is not set. It holds ${meaning}`)
  return value
}

/** A token belongs to one project. */
async function onlyProject(client: ApiClient): Promise<string> {
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
  const { run, changes } = report
  if (!run || !changes) return
  const parts = CHANGE_WORDS.filter(([change]) => changes[change] > 0).map(([change, words]) => `${changes[change]} ${words}`)
  console.log(
    `\nBuild ${run.build} of ${run.lane.pipeline} in ${run.lane.environment}: ${totalsLine(run.totals)}${run.incomplete ? ' · incomplete' : ''}`,
  )
  console.log(`Against the build before: ${parts.join(', ') || 'nothing changed'}`)
  console.log(`${baseUrl}/${project}/runs/${run.id}`)
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
