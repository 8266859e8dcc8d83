import { ApiClient } from '@bobbin/client'
import { surroundings } from '@bobbin/reporters/surroundings'
import { type FoundTest, grammarsFrom, scanFolder, type Scan } from '@bobbin/scan'
import { execFileSync } from 'node:child_process'
import { readFileSync, realpathSync } from 'node:fs'
import { stat } from 'node:fs/promises'
import { basename, join, relative, resolve } from 'node:path'
import { EXIT, UsageError } from '../exit-codes.js'
import { Progress } from '../progress.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, readConfig, serverOf } from './deliver.js'

export interface ScanOptions {
  /** The module that threads start from. */
  threads: URL
  json?: boolean
  dryRun?: boolean
  withSource?: boolean
  tree?: string
  branch?: string
  commit?: string
  force?: boolean
  project?: string
}

/** So many characters of JSON go with one request. */
const MOST_SENT = 1_000_000
const MOST_TESTS = 1000
const MOST_CODE = 100_000
const MOST_SHOWN = 60

/** Finds the tests in a source tree, and sends or prints them. @returns the exit code */
export async function scan(folder: string, options: ScanOptions): Promise<number> {
  const found = await stat(folder).catch(() => null)
  if (!found?.isDirectory()) throw new UsageError(`${folder} is no folder.`)
  if (process.env.BOBBIN_URL) grammarsFrom(process.env.BOBBIN_URL)
  const progress = new Progress()
  const result = await scanFolder(folder, {
    progress: ({ read, of, tests }) => progress.show(`${read} of ${of} files read, ${tests} tests found`),
    threads: options.threads,
  })
  progress.clear()
  if (options.json) {
    process.stdout.write(`${JSON.stringify({ tests: result.tests.map(printed), files: result.files, unread: result.unread }, null, 1)}\n`)
    return EXIT.stored
  }
  for (const { file, line, column, message } of result.unread) console.error(`not read  ${file}:${line}:${column}  ${message}`)
  return send(folder, result, options)
}

const printed = ({ framework, file, line, endLine, suites, name, pattern, suitePatterns, tags, keys, skipped, title }: FoundTest) => ({
  framework,
  file,
  line,
  endLine,
  suites,
  name,
  pattern,
  ...(suitePatterns ? { suitePatterns } : {}),
  ...(title === null ? {} : { title }),
  tags,
  keys,
  skipped,
})

async function send(folder: string, { tests, files, unread }: Scan, options: ScanOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const progress = new Progress()
  try {
    const config = readConfig()
    const project = options.project ?? config.project ?? (await onlyProject(client))
    const place = placeOf(folder, options)
    const { id } = await client.post('/projects/{project}/scans', { path: { project }, body: { ...place, files } })
    const path = { project, id }
    let from = 0
    for (const batch of batchesOf(tests.map((test) => sent(folder, test, options.withSource ?? false)))) {
      await client.post('/projects/{project}/scans/{id}/tests', { path, body: { from, tests: batch } })
      from += batch.length
      progress.show(`${from} of ${tests.length} tests sent`)
    }
    const body = { tests: tests.length, unread: unread.slice(0, 2000), dryRun: options.dryRun ?? false, force: options.force ?? false }
    const report = await client.post('/projects/{project}/scans/{id}/finish', { path, body })
    progress.clear()
    print(report, tests.length, place.tree)
    if (!report.dryRun) console.log(`${baseUrl}/${project}/mapping`)
    return EXIT.stored
  } catch (error) {
    progress.clear()
    return failed(options, error)
  }
}

/** What a test tells the server; its code only where that was asked for. */
function sent(folder: string, test: FoundTest, withSource: boolean) {
  const {
    framework,
    file,
    line,
    endLine,
    suites,
    name,
    pattern,
    suitePatterns,
    title,
    tags,
    keys,
    skipped,
    fingerprint,
    bodySize,
    from,
    to,
  } = test
  const code = withSource && to > 0 ? codeOf(folder, file, from, to) : null
  return {
    ...{ framework, file, line, endLine, suites, name, pattern, suitePatterns, title, tags, keys, fingerprint, bodySize },
    skipped: skipped || null,
    ...(code !== null && code.length <= MOST_CODE ? { code } : {}),
  }
}

let read: { path: string; text: string } | null = null

/** Tests of one file come one after the other. */
function codeOf(folder: string, file: string, from: number, to: number): string {
  const path = join(folder, file)
  if (read?.path !== path) read = { path, text: readFileSync(path, 'utf8').replace(/^\uFEFF/, '') }
  return read.text.slice(from, to)
}

function* batchesOf<T>(tests: readonly T[]): Generator<T[]> {
  let batch: T[] = []
  let size = 0
  for (const test of tests) {
    const length = JSON.stringify(test).length
    if (batch.length > 0 && (size + length > MOST_SENT || batch.length >= MOST_TESTS)) {
      yield batch
      batch = []
      size = 0
    }
    batch.push(test)
    size += length
  }
  if (batch.length > 0) yield batch
}

function askGit(folder: string, ...words: string[]): string | null {
  try {
    return execFileSync('git', words, { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).trim() || null
  } catch {
    return null
  }
}

/** What a source tree is called: as its repository, with the folder below it. */
export function treeOf(folder: string, name: string | undefined): string {
  if (name !== undefined) return name
  const root = askGit(folder, 'rev-parse', '--show-toplevel')
  if (root === null) return basename(resolve(folder))
  return [basename(root), relative(root, realpathSync(folder)).replaceAll('\\', '/')].filter((part) => part !== '').join('/')
}

function placeOf(folder: string, options: ScanOptions): { tree: string; branch: string; commit?: string; committedAt?: string } {
  const git = (...words: string[]): string | null => askGit(folder, ...words)
  const told = surroundings(process.env)
  const commit = options.commit ?? git('rev-parse', 'HEAD') ?? told.commit
  const checkedOut = git('rev-parse', '--abbrev-ref', 'HEAD')
  const branch = options.branch ?? told.branch ?? (checkedOut === 'HEAD' ? null : checkedOut)
  if (!branch) throw new UsageError('It is not known which branch is checked out. Name it with --branch.')
  const committedAt = commit ? git('show', '-s', '--format=%cI', commit) : null
  return {
    tree: treeOf(folder, options.tree),
    branch,
    ...(commit ? { commit } : {}),
    ...(committedAt ? { committedAt } : {}),
  }
}

interface Report {
  dryRun: boolean
  counts: Record<'new' | 'changed' | 'moved' | 'renamed' | 'gone' | 'same' | 'questions' | 'met' | 'links', number>
  changes: { what: string; test: string; file: string; line: number; was: string | null }[]
  unknownKeys: { key: string; test: string }[]
}

function print({ dryRun, counts, changes, unknownKeys }: Report, tests: number, tree: string): void {
  const words = (['new', 'changed', 'moved', 'renamed', 'gone'] as const).flatMap((what) =>
    counts[what] > 0 ? [`${counts[what]} ${what}`] : [],
  )
  for (const { what, test, file, line, was } of changes.slice(0, MOST_SHOWN))
    console.log(`${what.padEnd(8)}  ${test}  ${file}:${line}${was === null ? '' : `  (was ${was})`}`)
  if (changes.length > MOST_SHOWN) console.log(`and ${changes.length - MOST_SHOWN} more`)
  for (const { key, test } of unknownKeys.slice(0, MOST_SHOWN)) console.log(`key       ${key} of “${test}” belongs to no case`)
  console.log(
    `${tests} tests in ${tree}: ${words.length > 0 ? words.join(', ') : 'nothing changed'}${dryRun ? '; nothing was stored' : ''}`,
  )
  if (counts.questions > 0) console.log(`${counts.questions} may have been renamed: decide on the mapping page`)
}
