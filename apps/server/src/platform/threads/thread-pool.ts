import type { OnApplicationShutdown } from '@nestjs/common'
import { Worker } from 'node:worker_threads'

/** What a task may take before its thread is ended. */
export interface ThreadLimits {
  /** Without a word for so long while it has something to do, in milliseconds. */
  silenceMs: number
  /** At work for so long in all, whatever the size of what it reads, in milliseconds. */
  baseMs: number
  /** And so much for each MB that it reads, unpacked, in milliseconds: some fifty times what a reader takes on a slow machine. */
  msPerMb: number
  /** Memory for its objects, in MB. */
  heapMb: number
}

export const THREAD_LIMITS: ThreadLimits = { silenceMs: 20_000, baseMs: 20_000, msPerMb: 2000, heapMb: 512 }

/** `broken`: no fault of what it read, since it never began. */
export type StopCode = 'tooSlow' | 'tooMuchMemory' | 'crashed' | 'broken'

/** A thread was ended, or ended itself, before it had answered. */
export class ThreadStopped extends Error {
  override name = 'ThreadStopped'
  constructor(
    readonly code: StopCode,
    message: string,
  ) {
    super(message)
  }
}

/** How often threads are looked after, in milliseconds. */
const LOOK_MS = 250
/** A look that comes so much too late says more about this thread than about others. */
const LATE_MS = 1000
/** What a thread answers when it has let go of a task. */
const LET_GO = { kind: 'letGo' } as const

interface Waiting {
  isWhole: () => boolean
  go: (lease: ThreadLease) => void
}

/**
 * Threads for work on what strangers sent. Each has one task at a time, so that one that has to be ended takes nobody else's work with it. A task
 * whose input still comes may wait for its sender; at least one thread is therefore kept for tasks whose input is there as a whole.
 */
export class ThreadPool implements OnApplicationShutdown {
  private readonly idle: PooledThread[] = []
  private readonly leased = new Set<ThreadLease>()
  private readonly waiting: Waiting[] = []
  private threads = 0
  private watch: NodeJS.Timeout | null = null
  private closed = false

  /**
   * @param script what a thread runs: it answers `{ kind: 'letGo' }` to the same
   * @param size how many there are at most; two at least
   */
  constructor(
    private readonly script: URL | string,
    private readonly size: number,
    readonly limits: ThreadLimits = THREAD_LIMITS,
  ) {}

  /** Waits for a thread. `isWhole` is asked again whenever look() is called. */
  lease(isWhole: () => boolean): Promise<ThreadLease> {
    return new Promise((resolve) => {
      this.waiting.push({ isWhole, go: resolve })
      this.look()
    })
  }

  /** To be called when what a task waits for has come as a whole. */
  look(): void {
    for (let at = 0; at < this.waiting.length && this.isFree();) {
      const one = this.waiting[at]
      if (!one || (!one.isWhole() && this.streaming() >= this.size - 1)) {
        at++
        continue
      }
      this.waiting.splice(at, 1)
      one.go(this.lend(one.isWhole))
    }
  }

  /** A thread at once, whatever their number: for who holds one already and would wait for itself. */
  leaseNow(): ThreadLease {
    return this.lend(() => true)
  }

  private lend(isWhole: () => boolean): ThreadLease {
    const thread = this.idle.pop() ?? this.begin()
    const lease = new ThreadLease(thread, this.limits, isWhole, () => this.giveBack(lease))
    this.leased.add(lease)
    this.watchOver()
    return lease
  }

  private isFree(): boolean {
    return this.idle.length > 0 || this.threads < this.size
  }

  private streaming(): number {
    return [...this.leased].filter((lease) => !lease.isWhole()).length
  }

  private begin(): PooledThread {
    this.threads++
    return new PooledThread(this.script, this.limits)
  }

  private giveBack(lease: ThreadLease): void {
    this.leased.delete(lease)
    if (lease.thread.isOver) this.threads--
    else if (this.closed || this.threads > this.size) void this.end(lease.thread)
    else this.idle.push(lease.thread)
    this.look()
  }

  private watchOver(): void {
    if (this.watch) return
    let looked = performance.now()
    this.watch = setInterval(() => {
      const now = performance.now()
      const late = now - looked > LOOK_MS + LATE_MS
      looked = now
      for (const lease of this.leased) lease.check(now, late)
      if (this.leased.size > 0 || !this.watch) return
      clearInterval(this.watch)
      this.watch = null
    }, LOOK_MS).unref()
  }

  /** Ends threads that have nothing to do, and others as soon as they have done it. */
  async onApplicationShutdown(): Promise<void> {
    this.closed = true
    await Promise.all(this.idle.splice(0).map((thread) => this.end(thread)))
  }

  private async end(thread: PooledThread): Promise<void> {
    this.threads--
    await thread.end()
  }
}

class PooledThread {
  private readonly worker: Worker
  isOver = false
  private began = false
  onMessage: (message: unknown) => void = () => undefined
  onStop: (stopped: ThreadStopped) => void = () => undefined

  constructor(script: URL | string, { heapMb }: ThreadLimits) {
    this.worker = new Worker(script, { resourceLimits: { maxOldGenerationSizeMb: heapMb }, stdin: false, env: {} })
    this.worker.on('message', (message: unknown) => {
      this.began = true
      this.onMessage(message)
    })
    this.worker.on('error', (error: NodeJS.ErrnoException) =>
      this.stopped(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new ThreadStopped('tooMuchMemory', `It took more than ${heapMb} MB of memory`)
          : new ThreadStopped(this.began ? 'crashed' : 'broken', error.message),
      ),
    )
    this.worker.on('exit', () => this.stopped(new ThreadStopped('crashed', 'The thread that read it ended')))
    this.worker.unref()
  }

  post(message: object, transfer: readonly ArrayBuffer[]): void {
    if (!this.isOver) this.worker.postMessage(message, [...transfer])
  }

  /** Whether the process goes on for it. */
  hold(held: boolean): void {
    if (held) this.worker.ref()
    else this.worker.unref()
  }

  stopped(stopped: ThreadStopped): void {
    if (this.isOver) return
    this.isOver = true
    this.onStop(stopped)
  }

  async end(): Promise<void> {
    this.isOver = true
    await this.worker.terminate()
  }
}

/** A thread for one task. What is posted is answered in order; each answer tells how much was read since the last one. */
export class ThreadLease {
  private posted = 0
  private heard = 0
  private busySince = 0
  private busyMs = 0
  private readBytes = 0
  private returning = false
  private stop: ThreadStopped | null = null
  /** What the thread says, until it is released. */
  onMessage: (message: unknown) => void = () => undefined
  /** It was ended; nothing more comes. */
  onStop: (stopped: ThreadStopped) => void = () => undefined

  constructor(
    readonly thread: PooledThread,
    private readonly limits: ThreadLimits,
    readonly isWhole: () => boolean,
    private readonly returned: () => void,
  ) {
    thread.hold(true)
    thread.onMessage = (message) => this.hear(message)
    thread.onStop = (stopped) => this.ended(stopped)
  }

  /** How many posted messages were not answered yet. */
  get open(): number {
    return this.posted
  }

  /** Posts something that the thread answers. */
  post(message: object, transfer: readonly ArrayBuffer[] = []): void {
    if (this.posted++ === 0) this.busySince = this.heard = performance.now()
    this.thread.post(message, transfer)
  }

  /** The thread has answered a message, having read so many bytes, unpacked. */
  answered(bytes: number): void {
    this.readBytes += bytes
    if (--this.posted === 0) this.busyMs += performance.now() - this.busySince
  }

  private hear(message: unknown): void {
    this.heard = performance.now()
    if (this.returning && isLetGo(message)) return this.giveBack()
    if (!this.returning) this.onMessage(message)
  }

  /** Ends the thread where it passed its limits. */
  check(now: number, late: boolean): void {
    if (this.posted === 0 && !this.returning) return
    if (late) this.heard = now
    const { silenceMs, baseMs, msPerMb } = this.limits
    const busy = this.busyMs + now - this.busySince
    const most = baseMs + (msPerMb * this.readBytes) / 1024 ** 2
    if (now - this.heard > silenceMs || busy > most) this.end(new ThreadStopped('tooSlow', 'It took too long to read'))
  }

  private end(stopped: ThreadStopped): void {
    void this.thread.end()
    this.ended(stopped)
  }

  private ended(stopped: ThreadStopped): void {
    if (this.stop) return
    this.stop = stopped
    if (this.returning) this.giveBack()
    else this.onStop(stopped)
  }

  /** The thread may do something else, once it has let go of this. */
  release(): void {
    if (this.returning) return
    this.returning = true
    if (this.stop) return this.giveBack()
    if (this.posted === 0) this.busySince = this.heard = performance.now()
    this.thread.post(LET_GO, [])
  }

  private giveBack(): void {
    this.thread.hold(false)
    this.thread.onMessage = () => undefined
    this.thread.onStop = () => undefined
    this.returned()
  }
}

const isLetGo = (message: unknown): boolean => (message as { kind?: unknown }).kind === LET_GO.kind
