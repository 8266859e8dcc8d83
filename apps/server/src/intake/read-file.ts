import {
  Bundle,
  type EntrySink,
  type FileFindings,
  isPassedOver,
  type OutcomeTotals,
  Refusal,
  RESULT_HEAD,
  ResultFileStream,
  TotalsCounter,
} from '@bobbin/core'
import { createHash } from 'node:crypto'
import { MOST_ATTACHED } from './beside.js'
import type { EarlyPlacing } from './early-placing.js'
import type { KnownScripts } from './known-scripts.js'
import { OriginalCopy } from './original-copy.js'
import { ReadingTurns } from './reading-turns.js'
import { Stage } from './staging.js'

/** A file as it comes in, in pieces. `cut` is true once it passed the size limit. */
export interface IncomingFile {
  name: string
  chunks: AsyncIterable<Uint8Array>
  cut(): boolean
}

/** A file that was read to its end; its results wait in the stage. */
export interface ReadFile {
  name: string
  findings: FileFindings
  totals: OutcomeTotals
  stage: Stage
  early: EarlyPlacing | null
  original: OriginalCopy
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
  original: OriginalCopy | null
  bytes: number
}

/** Read at one go: some two milliseconds of work, during which nothing else is done. */
const PIECE = 1 << 16

async function* pieces(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  for await (const chunk of chunks) for (let at = 0; at < chunk.length; at += PIECE) yield chunk.subarray(at, at + PIECE)
}

/** Of all files that this process reads. */
const turns = new ReadingTurns()

/**
 * Parses and stages while the bytes come in: memory does not grow with the file. An archive gives out its files one by one, each as
 * soon as it has come whole. The rest of a refused file is read and dropped, so that the next one can follow. The caller disposes
 * of each (disposeOf).
 * @param early begins to place a file while it is read
 * @param known scripts that its tests need not be looked for
 */
export async function* readFiles(
  file: IncomingFile,
  early: () => EarlyPlacing | null = () => null,
  known: () => KnownScripts | null = () => null,
): AsyncGenerator<ReadFile | UnreadFile> {
  const bundle = new OpenBundle(file.name, early, known)
  const stream = turns.open()
  try {
    for await (const chunk of pieces(file.chunks)) {
      await turns.next(stream, chunk.length)
      bundle.write(chunk)
      yield* bundle.taken()
      await bundle.drained()
    }
    if (file.cut()) bundle.refuse(new Refusal('tooLong', 'The file is larger than the server takes'))
    bundle.end()
    yield* bundle.taken()
  } finally {
    bundle.dispose()
  }
}

/** Lets go of what waits on disk for a file. */
export function disposeOf(read: ReadFile | UnreadFile): void {
  if ('stage' in read) {
    void read.early?.giveUp()
    read.stage.dispose()
  }
  read.original?.dispose()
}

/** A delivered file whose bytes still come, and those of its files that are whole. */
class OpenBundle {
  private done: (ReadFile | UnreadFile)[] = []
  private open: FileReading | null = null
  private refusal: Refusal | null = null
  private readonly bundle: Bundle

  constructor(
    private readonly name: string,
    early: () => EarlyPlacing | null,
    known: () => KnownScripts | null,
  ) {
    this.bundle = new Bundle(name, {
      open: (inner, inside) => {
        const reading = new FileReading(inner, inside, early(), new Stage(known()), (read) => {
          this.open = null
          this.done.push(read)
        })
        this.open = reading
        return reading
      },
    })
  }

  write(chunk: Uint8Array): void {
    this.attempt(() => this.bundle.write(chunk))
  }

  end(): void {
    this.attempt(() => this.bundle.end())
    if (this.refusal) this.done.push({ name: this.name, refusal: this.refusal, passedOver: false, content: null, original: null, bytes: 0 })
  }

  async drained(): Promise<void> {
    await this.open?.drained()
  }

  /** What came cannot be kept, whatever it was. */
  refuse(refusal: Refusal): void {
    this.refusal ??= refusal
    this.open?.dispose()
    this.open = null
  }

  private attempt(step: () => void): void {
    if (this.refusal) return
    try {
      step()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.refuse(error)
    }
  }

  *taken(): Generator<ReadFile | UnreadFile> {
    for (let read = this.done.shift(); read; read = this.done.shift()) yield read
  }

  /** Whatever nobody took. */
  dispose(): void {
    this.open?.dispose()
    for (const read of this.done) disposeOf(read)
  }
}

/** One result file while its bytes come in. */
class FileReading implements EntrySink {
  private readonly hash = createHash('sha256')
  private readonly original = new OriginalCopy()
  private readonly totals = new TotalsCounter()
  private readonly reader = new ResultFileStream((result) => {
    this.totals.add(result.outcome)
    this.stage.add(result)
  })
  private bytes = 0
  private pieces: Uint8Array[] | null = []
  private refusal: Refusal | null = null

  constructor(
    private readonly name: string,
    private readonly inside: boolean,
    private readonly early: EarlyPlacing | null,
    private readonly stage: Stage,
    private readonly finished: (read: ReadFile | UnreadFile) => void,
  ) {}

  write(chunk: Uint8Array): void {
    this.hash.update(chunk)
    this.bytes += chunk.length
    this.keep(chunk)
    if (!this.isPassedOver()) this.original.write(chunk)
    this.attempt(() => this.reader.write(chunk))
  }

  end(): void {
    const findings = this.attempt(() => this.reader.end())
    if (findings) this.read(findings)
    else this.unread(this.refusal ?? new Refusal('empty', 'The file is empty'))
  }

  private read(findings: FileFindings): void {
    const { name, stage, early, original, bytes } = this
    const totals = this.totals.settled(findings.settlement)
    this.finished({ name, findings, totals, stage, early, original, sha256: this.hash.digest(), bytes })
  }

  private unread(refusal: Refusal): void {
    const { name, original, bytes } = this
    void this.early?.giveUp()
    this.stage.dispose()
    const passedOver = isPassedOver(refusal, this.inside)
    if (passedOver) original.dispose()
    const content = passedOver && this.pieces ? Buffer.concat(this.pieces) : null
    this.finished({ name, refusal, passedOver, content, original: passedOver || bytes === 0 ? null : original, bytes })
  }

  private isPassedOver(): boolean {
    return this.refusal !== null && isPassedOver(this.refusal, this.inside)
  }

  drained(): Promise<void> {
    if (!this.refusal) this.early?.offer(this.stage, this.reader.framework)
    return this.original.drained()
  }

  /** What turns out to be no result file may be a picture that one of them names; what is one is not kept. */
  private keep(chunk: Uint8Array): void {
    if (!this.inside || this.bytes > MOST_ATTACHED || (!this.refusal && this.bytes > RESULT_HEAD * 2)) this.pieces = null
    this.pieces?.push(chunk.slice())
  }

  /** The archive around it is refused, which says it all. */
  abort(): void {
    this.dispose()
  }

  dispose(): void {
    void this.early?.giveUp()
    this.stage.dispose()
    this.original.dispose()
  }

  private attempt<T>(step: () => T): T | null {
    try {
      return this.refusal ? null : step()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.refusal = error
      return null
    }
  }
}
