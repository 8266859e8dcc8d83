import { type ApiClient, deliver, type DeliveryTarget } from '@bobbin/client'
import { openAsBlob, readdirSync, readFileSync, statSync } from 'node:fs'
import { basename, join } from 'node:path'
import { globPattern } from '../glob.js'
import { linesOf } from './lines.js'

/** Result files up to this size are looked through for secrets before they are sent. */
const MOST_MASKED = 100 * 1024 ** 2
const LOOK_MS = 2000
/** So much of the end of a file is looked at to see whether it is whole. */
const TAIL = 4096

export interface Delivering {
  project: string
  target: DeliveryTarget
  client: ApiClient
  mask: (text: string) => string
  /** Says so before anything is delivered, and throws where another agent has the part by now. */
  stillMine: () => Promise<unknown>
  /** Waits for a server that is away. */
  untilTaken: <T>(work: () => Promise<T>) => Promise<T>
  onRefused: (name: string, why: string) => void
}

/** The result files of one part. Each is delivered once as it is: when the runner has gone on to the next file, or in the end. */
export class ResultFiles {
  private readonly delivered = new Map<string, string>()
  private seen = new Map<string, string>()
  private busy: Promise<void> = Promise.resolve()
  private timer: NodeJS.Timeout | null = null
  private counts = { sent: 0, refused: 0 }
  private firstRefusal = ''

  /**
   * @param results the folder for result files
   * @param patterns where else the runner writes them, below `folder`; only what was written since `since` counts
   */
  constructor(
    private readonly results: string,
    private readonly patterns: string,
    private readonly folder: string,
    private readonly since: number,
    private readonly to: Delivering,
  ) {}

  /** How many files there are or were, delivered or not. */
  get count(): number {
    return new Set([...this.files(), ...this.delivered.keys()]).size
  }

  /** Why none of what was delivered could be read; null where some could, or none was delivered. */
  get refusal(): string | null {
    return this.counts.sent > 0 && this.counts.sent === this.counts.refused ? this.firstRefusal : null
  }

  /** From now on what is whole is delivered while the runner goes on. */
  follow(): void {
    this.unfollow()
    this.timer = setInterval(() => {
      try {
        this.look()
      } catch (error) {
        // a file that the runner takes away between two looks at it is seen anew next time
        if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
      }
    }, LOOK_MS)
  }

  private look(): void {
    const now = new Map(this.files().map((path) => [path, stampOf(path)]))
    const newest = newestOf(now.keys())
    const whole = [...now].filter(([path, stamp]) => path !== newest && this.seen.get(path) === stamp && isWhole(path))
    this.seen = now
    const open = whole.filter(([path, stamp]) => this.delivered.get(path) !== stamp).map(([path]) => path)
    // a server that is away gets them in the end
    if (open.length > 0) this.enqueue(() => this.send(open, { more: true }, (work) => work()).catch(() => undefined))
  }

  private unfollow(): void {
    if (this.timer) clearInterval(this.timer)
    this.timer = null
  }

  /** Nothing more of the part is delivered: another agent has it, or will. */
  drop(): void {
    this.unfollow()
  }

  /** Delivers what was not delivered yet, and waits for a server that is away. @param more further turns of the part follow */
  async deliverAll({ more }: { more: boolean }): Promise<void> {
    this.unfollow()
    await this.busy
    const open = this.files().filter((path) => this.delivered.get(path) !== stampOf(path))
    if (open.length > 0) await this.send(open, { more }, this.to.untilTaken)
  }

  private enqueue(work: () => Promise<void>): void {
    this.busy = this.busy.then(work)
  }

  private async send(paths: readonly string[], { more }: { more: boolean }, untilTaken: Delivering['untilTaken']): Promise<void> {
    const { project, target, client, mask, stillMine, onRefused } = this.to
    const stamps = paths.map((path) => [path, stampOf(path)] as const)
    const files = await Promise.all(paths.map(async (path) => ({ name: basename(path), content: await masked(path, mask) })))
    await untilTaken(stillMine)
    const report = await untilTaken(() => deliver(client, project, more ? { ...target, more: 'true' } : target, 'cli', files))
    for (const [path, stamp] of stamps) this.delivered.set(path, stamp)
    for (const { name, status, error } of report.files) {
      this.counts.sent++
      if (status !== 'refused') continue
      this.counts.refused++
      this.firstRefusal ||= error?.message ?? ''
      onRefused(name, error?.message ?? '')
    }
  }

  private files(): string[] {
    return [...filesIn(this.results), ...patternFiles(this.patterns, this.folder, this.since)]
  }
}

/** When it was written last, and how large it is. */
function stampOf(path: string): string {
  const { mtimeMs, size } = statSync(path)
  return `${mtimeMs} ${size}`
}

function newestOf(paths: Iterable<string>): string | null {
  let [newest, at]: [string | null, number] = [null, -Infinity]
  for (const path of paths) {
    const { mtimeMs } = statSync(path)
    if (mtimeMs >= at) [newest, at] = [path, mtimeMs]
  }
  return newest
}

/** Whether an XML file ends where its root does; of other formats that can't be told. */
function isWhole(path: string): boolean {
  if (!path.endsWith('.xml') || statSync(path).size > MOST_MASKED) return false
  const text = readFileSync(path, 'latin1')
  const root = /<([A-Za-z][\w:.-]*)[\s>/]/.exec(text.slice(0, TAIL))?.[1]
  return root !== undefined && text.slice(-TAIL).trimEnd().endsWith(`</${root}>`)
}

async function masked(path: string, mask: (text: string) => string): Promise<Blob> {
  if (statSync(path).size > MOST_MASKED) return openAsBlob(path)
  const bytes = readFileSync(path)
  const text = bytes.toString('latin1')
  const utf8 = bytes.toString('utf8')
  const clean = mask(utf8)
  // what is no text stays as it is
  return clean === utf8 || text.includes('\0') ? new Blob([bytes]) : new Blob([clean])
}

/** All files below a folder, in order. */
export const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()

/** Result files that the runner writes elsewhere; those of earlier runs are not taken. */
export function patternFiles(patterns: string, folder: string, since: number): string[] {
  return linesOf(patterns).flatMap((pattern) => {
    const { base, matches } = globPattern(join(folder, pattern))
    try {
      return filesIn(base).filter((file) => matches(file) && statSync(file).mtimeMs >= since - 1000)
    } catch {
      return [] // the folder is not there: nothing was written
    }
  })
}
