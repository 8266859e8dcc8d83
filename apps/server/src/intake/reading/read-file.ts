import { type FileFindings, type FilePlace, fromSources, type OutcomeTotals, Refusal } from '@bobbin/core'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { type ThreadLease, type ThreadPool, ThreadStopped } from '../../platform/threads/thread-pool.js'
import type { EarlyPlacing } from '../placing/early-placing.js'
import type { KnownScripts } from '../placing/known-scripts.js'
import { type Kept, OriginalCopy, type PackedOriginal, putOriginal } from '../storing/original-copy.js'
import { Arrival } from './arrival.js'
import type { Asked, PlainRefusal, ReadMessage, Said, UnreadMessage } from './messages.js'
import { unpackResults } from './packed-results.js'
import { Stage } from '../placing/staging.js'

/** A file as it comes in, in pieces. `cut` is true once it passed the size limit. */
export interface IncomingFile {
  name: string
  chunks: AsyncIterable<Uint8Array>
  cut(): boolean
  /** Where it comes from; what its name tells where nobody says. */
  place?: FilePlace
}

/** What was sent, packed, until the file that was read is let go. */
export class ReadOriginal {
  constructor(private readonly packed: PackedOriginal) {}

  keep(blobs: BlobStore): Promise<Kept> {
    return putOriginal(blobs, this.packed)
  }
}

/** A file that was read to its end; its results wait in the stage. */
export interface ReadFile {
  name: string
  place: FilePlace
  findings: FileFindings
  totals: OutcomeTotals
  stage: Stage
  early: EarlyPlacing | null
  original: ReadOriginal
  sha256: Buffer
  bytes: number
}

/** A file that is not stored, with the reason. `passedOver` is one that lay beside result files and is none. */
export interface UnreadFile {
  name: string
  refusal: Refusal
  passedOver: boolean
  /** What a file that is none of ours held, where it may be an attachment. */
  content: Buffer | null
  /** A file that can't be read today may be read by a later reader. */
  original: ReadOriginal | null
  bytes: number
}

/** What files are read with. */
export interface ReadingTools {
  threads: ThreadPool
  /** Begins to place a file while it is read. */
  early?: () => EarlyPlacing | null
  /** Scripts that its tests need not be looked for. */
  known?: () => KnownScripts | null
  /** Who asks holds a thread already. */
  nested?: boolean
}

/** A thread is given so many pieces ahead. */
const MOST_OPEN = 2

/**
 * Has a delivered file read by a thread while its bytes come in: memory does not grow with the file, and whatever it holds, nobody else waits for
 * it. An archive gives out its files one by one, each as soon as it has come whole. A file whose thread has to be ended is refused, and
 * kept as it came. The caller disposes of each (disposeOf).
 */
export async function* readFiles(file: IncomingFile, tools: ReadingTools): AsyncGenerator<ReadFile | UnreadFile> {
  let folder: string | null = null
  const ownFolder = () => (folder ??= mkdtempSync(join(tmpdir(), 'bobbin-reading-')))
  const arrival = new Arrival(file.chunks, ownFolder, () => tools.threads.look())
  const lease = tools.nested ? tools.threads.leaseNow() : await tools.threads.lease(() => arrival.isWhole)
  const reading = new ThreadReading(lease, tools)
  try {
    reading.ask({ kind: 'file', name: file.name, folder: ownFolder(), place: file.place ?? { path: fromSources(file.name), root: null } })
    for await (const bytes of arrival.pieces()) {
      reading.ask({ kind: 'piece', bytes }, [bytes.buffer])
      await reading.below(MOST_OPEN)
      yield* reading.taken()
      if (reading.stopped) break
    }
    if (file.cut()) reading.refuse({ code: 'tooLong', message: 'The file is larger than the server takes' })
    else if (!reading.stopped) reading.ask({ kind: 'end' })
    await reading.below(1)
    // what follows is work for the database: the thread may read something else
    lease.release()
    yield* reading.taken()
    if (reading.refusal)
      yield { ...NOTHING_READ, name: file.name, refusal: reading.refusal, bytes: arrival.size, original: await setAside() }
  } finally {
    lease.release()
    reading.dispose()
    arrival.dispose()
    if (folder) rmSync(folder, { recursive: true, force: true })
  }

  /** A file that ended its thread waits for a person, as it came. */
  async function setAside(): Promise<ReadOriginal | null> {
    if (!reading.stopped) return null
    const copy = new OriginalCopy(ownFolder())
    for await (const piece of arrival.pieces()) {
      copy.write(piece)
      await copy.drained()
    }
    return new ReadOriginal(await copy.finish())
  }
}

const NOTHING_READ = { passedOver: false, content: null }

/** Lets go of what waits on disk for a file. */
export function disposeOf(read: ReadFile | UnreadFile): void {
  if (!('stage' in read)) return
  void read.early?.giveUp()
  read.stage.dispose()
}

/** What became of a delivered file whose thread was ended. */
const STOPPED: Record<Exclude<ThreadStopped['code'], 'broken'>, string> = {
  tooSlow: 'took too long to read and was broken off',
  tooMuchMemory: 'took too much memory to read and was broken off',
  crashed: 'broke its reader',
}

/** A delivered file while a thread reads it: its results are staged as they are told. */
class ThreadReading {
  private open: { name: string; stage: Stage; early: EarlyPlacing | null; framework: string | null | undefined } | null = null
  private readonly done: (ReadFile | UnreadFile)[] = []
  private wake: () => void = () => undefined
  private failure: Error | null = null
  stopped: ThreadStopped | null = null
  /** Why the delivered file as a whole was not read to its end. */
  refusal: Refusal | null = null

  constructor(
    private readonly lease: ThreadLease,
    private readonly tools: ReadingTools,
  ) {
    lease.onMessage = (message) => this.attempt(() => this.hear(message as Said))
    lease.onStop = (stopped) => {
      this.stopped = stopped
      if (stopped.code === 'broken') this.failure ??= stopped
      else
        this.refusal ??= new Refusal(
          stopped.code,
          `The file ${STOPPED[stopped.code]}. It is kept as it came, and is not read again by itself`,
        )
      this.letGo()
      this.wake()
    }
  }

  ask(asked: Asked, transfer: ArrayBuffer[] = []): void {
    if (!this.stopped) this.lease.post(asked, transfer)
  }

  /** Settles when the thread has fewer pieces before it, or was ended. @throws Error of our own making */
  async below(most: number): Promise<void> {
    while (this.lease.open >= most && !this.stopped && !this.failure) await new Promise<void>((resolve) => (this.wake = resolve))
    if (this.failure) throw this.failure
  }

  private attempt(step: () => void): void {
    try {
      step()
    } catch (error) {
      this.failure ??= error instanceof Error ? error : new Error(String(error))
    }
    this.wake()
  }

  private hear(said: Said): void {
    switch (said.kind) {
      case 'opened': {
        const { early, known } = this.tools
        this.open = { name: said.name, stage: new Stage(known?.() ?? null), early: early?.() ?? null, framework: undefined }
        return
      }
      case 'results':
        return unpackResults(said.results, (result) => this.open?.stage.add(result))
      case 'framework':
        if (this.open) this.open.framework = said.framework
        return
      case 'read':
        return this.read(said)
      case 'unread':
        return this.unread(said)
      case 'refused':
        return this.refuse(said.refusal)
      case 'failed':
        // the system’s word for it says whether anybody can do something: a full disk is answered as that
        throw Object.assign(new Error(said.message), said.code !== null && { code: said.code })
      case 'answer':
        this.lease.answered(said.bytes)
        if (this.open) this.open.early?.offer(this.open.stage, this.open.framework)
        return
      case 'letGo':
    }
  }

  private read({ place, findings, totals, sha256, bytes, original }: ReadMessage): void {
    if (!this.open) return
    const { name, stage, early } = this.open
    this.open = null
    this.done.push({
      name,
      place,
      findings,
      totals,
      stage,
      early,
      original: new ReadOriginal(original),
      sha256: Buffer.from(sha256),
      bytes,
    })
  }

  private unread({ refusal, passedOver, content, original, bytes }: UnreadMessage): void {
    const name = this.open?.name ?? ''
    this.letGo()
    this.done.push({
      ...{ name, refusal: refusalOf(refusal), passedOver, bytes },
      content: content && Buffer.from(content.buffer, content.byteOffset, content.length),
      original: original && new ReadOriginal(original),
    })
  }

  /** What came cannot be kept, whatever it was. */
  refuse(refusal: PlainRefusal): void {
    this.refusal ??= refusalOf(refusal)
    this.letGo()
  }

  /** Of the file that is open, which is not read to its end. */
  private letGo(): void {
    void this.open?.early?.giveUp()
    this.open?.stage.dispose()
    this.open = null
  }

  *taken(): Generator<ReadFile | UnreadFile> {
    for (let read = this.done.shift(); read; read = this.done.shift()) yield read
  }

  /** Whatever nobody took. */
  dispose(): void {
    this.letGo()
    for (const read of this.done) disposeOf(read)
  }
}

const refusalOf = ({ code, message }: PlainRefusal): Refusal => new Refusal(code, message)
