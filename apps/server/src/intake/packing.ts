import { Worker } from 'node:worker_threads'

/**
 * Files are packed and hashed in a thread of their own, of which each process has one: it costs a tenth of reading them, and reading is
 * what a busy server spends its time with.
 */

export interface PackedFile {
  /** Of what came, and of what was written, in hexadecimal digits. */
  sha256: string
  hash: string
  /** In bytes. */
  packed: number
}

/** The first message of a file has a path; blocks follow in order, and an end, or word that nobody wants it any more. */
export interface ToPacker {
  id: number
  path?: string
  block?: Uint8Array
  end?: true
  drop?: true
}

export interface FromPacker {
  id: number
  /** So many bytes were packed. */
  taken?: number
  done?: PackedFile
  failed?: string
}

/** So much of a file may wait for the thread, in bytes. */
const MOST_WAITING = 4 << 20

/** The thread runs what the compiler made, also where the rest runs from its source. */
const THREAD = new URL(import.meta.url.replace('/server/src/', '/server/dist/').replace(/packing\.[jt]s(?=$|\?)/, 'packing-thread.js'))

let thread: Worker | null = null
let last = 0
const open = new Map<number, PackingFile>()

function start(): Worker {
  const worker = new Worker(THREAD)
  worker.on('message', ({ id, ...message }: FromPacker) => open.get(id)?.hear(message))
  worker.on('error', (error) => stopped(worker, error))
  worker.on('exit', () => stopped(worker, new Error('The thread that packs files ended')))
  return worker
}

/** Whatever it had is lost; the next file gets a new one. */
function stopped(worker: Worker, error: Error): void {
  if (thread === worker) thread = null
  else return
  for (const file of open.values()) file.hear({ failed: error.message })
}

/** A process does not end while a file is packed, and is not kept from it by a thread that waits. */
function enter(file: PackingFile): void {
  if (open.size === 0) file.worker.ref()
  open.set(file.id, file)
}

function leave(file: PackingFile): boolean {
  const was = open.delete(file.id)
  if (was && open.size === 0) file.worker.unref()
  return was
}

/** One file on its way to disk. */
export class PackingFile {
  readonly id = ++last
  readonly worker = (thread ??= start())
  private waiting = 0
  private wake: (() => void)[] = []
  private failed: Error | null = null
  private done: PackedFile | null = null

  constructor(path: string) {
    enter(this)
    this.worker.postMessage({ id: this.id, path } satisfies ToPacker)
  }

  /** @param block whose memory is given away */
  write(block: Uint8Array<ArrayBuffer>): void {
    this.waiting += block.length
    this.worker.postMessage({ id: this.id, block } satisfies ToPacker, [block.buffer])
  }

  /** Settles when more can be written without memory growing. */
  async drained(): Promise<void> {
    while (this.waiting > MOST_WAITING && !this.failed) await this.heard()
  }

  /** @throws Error when it could not be written */
  async end(): Promise<PackedFile> {
    this.worker.postMessage({ id: this.id, end: true } satisfies ToPacker)
    for (;;) {
      if (this.failed) throw this.failed
      if (this.done) return this.done
      await this.heard()
    }
  }

  drop(): void {
    if (!leave(this)) return
    this.worker.postMessage({ id: this.id, drop: true } satisfies ToPacker)
  }

  hear({ taken, done, failed }: Omit<FromPacker, 'id'>): void {
    this.waiting -= taken ?? 0
    if (done) this.done = done
    if (failed !== undefined) this.failed = new Error(failed)
    if (done ?? this.failed) leave(this)
    if (this.waiting > MOST_WAITING && !done && !this.failed) return
    for (const wake of this.wake.splice(0)) wake()
  }

  private heard(): Promise<void> {
    return new Promise((resolve) => this.wake.push(resolve))
  }
}
