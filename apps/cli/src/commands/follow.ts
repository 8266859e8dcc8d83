import { ApiClient, deliver, type DeliveryTarget } from '@bobbin/client'
import { fromSources, Inspection, looksLikeResults, RESULT_HEAD } from '@bobbin/core'
import { Feed } from '@bobbin/reporters/feed'
import { repositoryRoot } from '@bobbin/reporters/surroundings'
import { type ChildProcess, spawn } from 'node:child_process'
import { closeSync, existsSync, openAsBlob, openSync, readdirSync, readFileSync, readSync, statSync } from 'node:fs'
import { constants } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { EXIT, UsageError } from '../exit-codes.js'
import { GrowingFile } from '../follow/growing-file.js'
import { withRetries } from '../retry.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, placeOf, readConfig, serverOf, type DeliverOptions } from './deliver.js'

export type FollowOptions = Pick<
  DeliverOptions,
  | 'pipeline'
  | 'build'
  | 'branch'
  | 'environment'
  | 'commit'
  | 'shard'
  | 'whole'
  | 'partial'
  | 'run'
  | 'profile'
  | 'release'
  | 'trial'
  | 'project'
>

const LOOK_MS = 400
/** A file that is not read as it grows is looked into once it did not change for so long. */
const STILL_MS = 1200
const CHUNK = 1 << 20

/** A file in the followed folders. */
interface Followed {
  path: string
  size: number
  changedAt: number
  /** It is told while it grows; null where it must be complete. */
  growing: GrowingFile | null
  read: number
  sent: boolean
}

/** Follows folders while a runner writes into them: what grows by lines is told live, the rest is delivered file by file. */
export async function follow(folders: readonly string[], options: FollowOptions, command: readonly string[]): Promise<number> {
  const { baseUrl, token } = serverOf()
  const config = readConfig()
  const place = placeOf(options, config)
  for (const folder of folders)
    if (existsSync(folder) && !statSync(folder).isDirectory()) throw new UsageError(`“${folder}” is a file; give the folder that it is in`)
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const again = { retries: 5, wait: (ms: number) => wait(ms), onRetry: (error: Error) => say(`${error.message}. Trying again`) }
  // a command is not held up by a server that is away
  const atStart = { ...again, retries: command.length > 0 ? 0 : again.retries }
  const project =
    options.project ?? config.project ?? (await withRetries(() => onlyProject(client), atStart).catch((error: unknown) => error))
  if (typeof project !== 'string') {
    const code = failed({}, project)
    // the tests run all the same, whether anybody follows them or not
    return command.length > 0 ? endOf(start(command)) : code
  }
  const feed = new Feed({ framework: 'followed files', env: environmentOf(place, project), say })
  const root = repositoryRoot()
  const target = { ...place, root: root ?? undefined }
  const following = new Following(folders, feed, root, (files) =>
    withRetries(() => deliver(client, project, target, 'cli', files), again).then((report) => report.files),
  )
  const child = command.length > 0 ? start(command) : null
  feed.onStop(() => {
    say('the run was asked to stop')
    if (child) child.kill('SIGTERM')
    else following.stop()
  })
  const ended = child ? endOf(child) : untilSignal(following)
  const code = await following.until(ended).catch((error: unknown) => failed({}, error))
  await feed.end()
  return child ? ended : (code ?? following.worst)
}

const start = ([program = '', ...words]: readonly string[]) => spawn(program, words, { stdio: 'inherit' })

const say = (line: string) => console.error(`bobbin: ${line}`)

/** The feed finds its place where a reporter would. */
function environmentOf(place: DeliveryTarget, project: string): Record<string, string | undefined> {
  const { pipeline, build, branch, environment, commit, shard, shards, scope, run, profile, release, trial } = place
  return {
    ...process.env,
    BOBBIN_PROJECT: project,
    BOBBIN_PIPELINE: pipeline,
    BOBBIN_BUILD: build,
    BOBBIN_BRANCH: branch,
    BOBBIN_ENVIRONMENT: environment,
    ...(commit && { BOBBIN_COMMIT: commit }),
    ...(shard && shards && { BOBBIN_SHARD: `${shard}/${shards}` }),
    ...(scope && { BOBBIN_SCOPE: scope }),
    ...(run && { BOBBIN_RUN: run }),
    ...(profile && { BOBBIN_PROFILE: profile }),
    ...(release && { BOBBIN_RELEASE: release }),
    ...(trial && { BOBBIN_TRIAL: trial }),
  }
}

/** The exit code of a command, as a shell tells it. */
function endOf(child: ChildProcess): Promise<number> {
  return new Promise((resolve, reject) => {
    child.once('error', (error) => reject(new UsageError(`The command behind -- can’t be started: ${error.message}`)))
    child.once('close', (code, signal) => resolve(code ?? 128 + (signal ? constants.signals[signal] : 0)))
  })
}

/** Without a command, a person or a process ends the following. */
function untilSignal(following: Following): Promise<number> {
  return new Promise((resolve) => {
    const end = () => resolve(following.worst)
    process.once('SIGINT', end)
    process.once('SIGTERM', end)
    following.onStop(end)
  })
}

type Send = (files: { name: string; content: Blob }[]) => Promise<{ name: string; status: string; error: { message: string } | null }[]>

class Following {
  worst: number = EXIT.stored
  private readonly files = new Map<string, Followed>()
  private readonly began = Date.now()
  private stopListener: () => void = () => undefined

  constructor(
    private readonly folders: readonly string[],
    private readonly feed: Feed,
    private readonly root: string | null,
    private readonly send: Send,
  ) {}

  onStop(listener: () => void): void {
    this.stopListener = listener
  }

  stop(): void {
    this.stopListener()
  }

  /** Looks again and again until something has ended, and once more after it. @returns null when the code is what ended tells */
  async until(ended: Promise<unknown>): Promise<number | null> {
    let over = false
    const end = ended.then(() => (over = true))
    while (!over) {
      await this.look(false)
      await Promise.race([wait(LOOK_MS), end])
    }
    await this.look(true)
    for (const { growing } of this.files.values()) growing?.end()
    return this.worst === EXIT.stored ? null : this.worst
  }

  private async look(last: boolean): Promise<void> {
    for (const path of this.folders.flatMap((folder) => (existsSync(folder) ? walk(folder) : []))) {
      const { size, mtimeMs } = statSync(path)
      // what lay there before is of another run
      if (!this.files.has(path) && mtimeMs < this.began - 2000) continue
      const file = this.files.get(path) ?? this.found(path)
      if (size !== file.size) Object.assign(file, { size, changedAt: Date.now() })
      if (size > 0) await this.lookInto(file, last)
    }
  }

  private found(path: string): Followed {
    const growing = new GrowingFile(
      {
        result: (result) => this.feed.add(result),
        fault: (fault) => this.feed.fault(fault),
      },
      { path: fromSources(path), root: this.root },
    )
    const file: Followed = { path, size: 0, changedAt: Date.now(), growing, read: 0, sent: false }
    this.files.set(path, file)
    return file
  }

  private async lookInto(file: Followed, last: boolean): Promise<void> {
    const { growing } = file
    if (growing) {
      readOn(file, growing)
      if (growing.grows) return
      if (growing.grows === null && !last && Date.now() - file.changedAt < STILL_MS) return
      file.growing = null
    }
    if (file.sent || (!last && (Date.now() - file.changedAt < STILL_MS || !isComplete(file.path)))) return
    file.sent = true
    if (!looksLikeResults(headOf(file.path))) return
    const [told] = await this.send([{ name: file.path, content: await openAsBlob(file.path) }])
    if (told?.status !== 'refused') return say(`${file.path} is sent`)
    this.worst = EXIT.refused
    say(`${file.path} was refused: ${told.error?.message ?? ''}`)
  }
}

/** Gives a growing file what was written since it was read last. */
function readOn(file: Followed, growing: GrowingFile): void {
  const fd = openSync(file.path, 'r')
  try {
    const piece = Buffer.alloc(Math.min(CHUNK, Math.max(0, file.size - file.read)))
    while (file.read < file.size) {
      const bytes = readSync(fd, piece, 0, piece.length, file.read)
      if (bytes === 0) break
      file.read += bytes
      growing.write(Uint8Array.from(piece.subarray(0, bytes)))
      if (growing.grows === false) break
    }
  } finally {
    closeSync(fd)
  }
}

function headOf(path: string): Uint8Array {
  const head = Buffer.alloc(RESULT_HEAD)
  const fd = openSync(path, 'r')
  try {
    return head.subarray(0, readSync(fd, head))
  } finally {
    closeSync(fd)
  }
}

/** Larger files are not read twice. */
const MOST_CHECKED = 64 << 20

/** Whether a file that stands still says all it has to say: one that breaks off is waited for. */
function isComplete(path: string): boolean {
  if (statSync(path).size > MOST_CHECKED) return true
  const inspection = new Inspection(path)
  inspection.write(readFileSync(path))
  return inspection.end().every((found) => !('error' in found) && !('faults' in found && found.faults.some(({ code }) => code === 'crash')))
}

const walk = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
