import {
  below,
  Bundle,
  CommonRoot,
  type EntrySink,
  type FileFindings,
  type FilePlace,
  isPassedOver,
  plainPath,
  Refusal,
  RESULT_HEAD,
  ResultFileStream,
  TotalsCounter,
  withoutFile,
  withoutRoot,
} from '@bobbin/core'
import { createHash } from 'node:crypto'
import { MOST_ATTACHED } from '../limits.js'
import { OriginalCopy, type PackedOriginal } from '../storing/original-copy.js'
import type { Asked, PlainRefusal, ReadMessage, Said, UnreadMessage } from './messages.js'
import { HeldResults } from './held-results.js'
import { movedResults, type PackedResults, ResultPacker } from './packed-results.js'

type Say = (said: Said, transfer?: ArrayBuffer[]) => void

/**
 * Reads delivered files in a thread of its own, one after the other: parses while the bytes come in, and says what it finds. An archive gives
 * out its files one by one. The rest of a refused file is dropped.
 * @param mostBuffers of memory outside the engine's heap, in bytes
 */
export class ThreadReader {
  private file: OpenBundle | null = null

  constructor(
    private readonly say: Say,
    private readonly mostBuffers: number,
  ) {}

  async hear(asked: Asked): Promise<void> {
    switch (asked.kind) {
      case 'file':
        this.file = new OpenBundle(asked.name, asked.folder, asked.place, this.say)
        return this.answer()
      case 'piece':
        this.file?.write(asked.bytes)
        return this.answer()
      case 'end':
        this.file?.end()
        return this.answer()
      case 'letGo':
        this.file?.dispose()
        this.file = null
        this.say({ kind: 'letGo' })
    }
  }

  private async answer(): Promise<void> {
    const { file } = this
    const bytes = (await file?.settled()) ?? 0
    if (process.memoryUsage().arrayBuffers > this.mostBuffers)
      file?.refuse(new Refusal('tooMuchMemory', 'It took more memory than one file may take'))
    this.say({ kind: 'answer', bytes })
  }
}

/** A delivered file whose bytes still come. */
class OpenBundle {
  private readonly bundle: Bundle
  private open: OpenFile | null = null
  private readonly ended: OpenFile[] = []
  /** Files whose names are part of their tests' names: where those begin is known once all of the archive is. */
  private readonly waiting: OpenFile[] = []
  private over = false
  private refused = false
  private bytes = 0

  constructor(
    name: string,
    folder: string,
    place: FilePlace,
    private readonly say: Say,
  ) {
    this.bundle = new Bundle(name, {
      open: (inner, inside, refused) => {
        const path = inside ? plainPath(inner.slice(name.length)) : place.path
        const file = new OpenFile(inner, inside, folder, { ...place, path }, say, (bytes) => (this.bytes += bytes), refused)
        this.open = file
        this.ended.push(file)
        return file
      },
    })
  }

  write(chunk: Uint8Array): void {
    this.attempt(() => this.bundle.write(chunk))
  }

  end(): void {
    this.attempt(() => this.bundle.end())
    this.over = true
  }

  refuse(refusal: Refusal): void {
    if (this.refused) return
    this.refused = true
    this.open?.dispose()
    this.say({ kind: 'refused', refusal: plain(refusal) })
  }

  private attempt(step: () => void): void {
    if (this.refused) return
    try {
      step()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.refuse(error)
    }
  }

  /** Says what was found so far, and settles when more may come. @returns how much was read since the last time, in bytes */
  async settled(): Promise<number> {
    for (let first = this.ended[0]; first?.hasEnded; first = this.ended[0]) {
      this.ended.shift()
      if (!first.isNamedByPath) await first.told()
      else {
        await first.pack()
        this.waiting.push(first)
      }
    }
    if (!this.refused) await this.ended[0]?.drained()
    if (this.over) await this.tellWaiting()
    const { bytes } = this
    this.bytes = 0
    return bytes
  }

  /** All that stood beside each other are in: what their paths have in common says nothing. */
  private async tellWaiting(): Promise<void> {
    const common = new CommonRoot()
    for (const file of this.waiting) common.add(file.place.path)
    for (const file of this.waiting.splice(0)) {
      file.standsBelow(common.root)
      await file.told()
    }
  }

  dispose(): void {
    for (const file of [...this.ended, ...this.waiting]) file.dispose()
  }
}

/** Some runners put the suites before the name of a test. */
const isChosen = (name: string, chosen: readonly string[]): boolean => chosen.some((one) => name === one || name.endsWith(` ${one}`))

/** What is part of a test that ran several times stays. */
function withoutUnchosen(findings: FileFindings | null, unchosen: readonly number[]): FileFindings | null {
  if (!findings || unchosen.length === 0) return findings
  const { settlement } = findings
  const grouped = new Set(settlement.groups.flatMap(({ members }) => members))
  const dropped = [...settlement.dropped, ...unchosen.filter((seq) => !grouped.has(seq) && !settlement.dropped.includes(seq))]
  return { ...findings, settlement: { ...settlement, dropped } }
}

const plain = ({ code, message }: Refusal): PlainRefusal => ({ code, message })

type Stands = Pick<PackedResults['whole'][number], 'suites' | 'sourceFile'>

/** One result file while its bytes come in. Several of an archive may end within one piece: each tells what it held when its turn comes. */
class OpenFile implements EntrySink {
  private readonly hash = createHash('sha256')
  private readonly original: OriginalCopy
  private readonly totals = new TotalsCounter()
  private readonly packer = new ResultPacker()
  private readonly held: HeldResults
  private readonly reader: ResultFileStream
  /** What it said before its turn came. */
  private waiting: Said[] | null = []
  private framework: string | null | undefined
  /** Results of tests that the runner was not asked for, by their place. */
  private readonly unchosen: number[] = []
  private bytes = 0
  private pieces: Uint8Array[] | null = []
  private refusal: Refusal | null
  private findings: FileFindings | null = null
  private over = false
  private disposed = false
  private packed: PackedOriginal | null = null
  private move: ((place: Stands) => Stands) | null = null

  constructor(
    name: string,
    private readonly inside: boolean,
    folder: string,
    public place: FilePlace,
    private readonly say: Say,
    private readonly count: (bytes: number) => void,
    refused?: Refusal,
  ) {
    this.refusal = refused ?? null
    if (refused) this.pieces = null
    this.original = new OriginalCopy(folder)
    this.held = new HeldResults(folder)
    const { chosen } = place
    let seq = 0
    this.reader = new ResultFileStream((result) => {
      if (chosen && result.outcome === 'skipped' && !isChosen(result.name, chosen)) this.unchosen.push(seq)
      seq++
      this.totals.add(result.outcome)
      this.packer.add(result)
      if (this.packer.isFull) this.tell()
    }, place)
    this.waiting?.push({ kind: 'opened', name })
  }

  get hasEnded(): boolean {
    return this.over
  }

  /** Of several such files in an archive each says by its path which tests it holds. */
  get isNamedByPath(): boolean {
    return this.inside && this.reader.format === 'tap' && this.findings !== null
  }

  /** It has to wait, and may be one of thousands: what came is kept packed. */
  async pack(): Promise<void> {
    if (!this.disposed) this.packed = await this.original.finish()
  }

  /** Its path begins behind a folder that it shares with others. */
  standsBelow(folder: string): void {
    const path = below(folder, this.place.path) ?? this.place.path
    const from = this.place.path
    this.move = (place) => withoutFile(place, from, path)
    this.place = { ...this.place, path }
  }

  write(chunk: Uint8Array): void {
    this.hash.update(chunk)
    this.bytes += chunk.length
    this.count(chunk.length)
    this.keep(chunk)
    if (!this.isPassedOver()) this.original.write(chunk)
    this.attempt(() => this.reader.write(chunk))
  }

  end(): void {
    this.findings = withoutUnchosen(
      this.attempt(() => this.reader.end()),
      this.unchosen,
    )
    this.over = true
  }

  private tell(): void {
    const results = this.packer.take()
    if (!results) return
    if (this.reader.rooted || (this.inside && this.reader.format === 'tap')) this.held.add(results)
    else this.saying({ kind: 'results', results })
  }

  private tellHeld(): void {
    const { root } = this.findings?.settlement ?? {}
    // a root that the sender told finds the same rest again
    if (root) this.place = { ...this.place, root: this.place.root ?? root }
    const move = root ? (place: Stands) => withoutRoot(root, place) : this.move
    for (const results of this.held.take()) this.saying({ kind: 'results', results: move ? movedResults(results, move) : results })
  }

  private saying(said: Said): void {
    if (this.waiting) this.waiting.push(said)
    else this.say(said)
  }

  /** Its turn has come: what it said and says goes out at once. */
  private speak(): void {
    const { waiting } = this
    this.waiting = null
    for (const said of waiting ?? []) this.say(said)
    const { framework } = this.reader
    if (framework === undefined || framework === this.framework) return
    this.framework = framework
    this.say({ kind: 'framework', framework })
  }

  async drained(): Promise<void> {
    // one that may have to wait for the end of its archive is not the file that is told now
    if (!this.inside || (this.reader.format ?? 'tap') !== 'tap') this.speak()
    this.tell()
    if (!this.isPassedOver()) await this.original.drained()
  }

  /** Says the rest, once it has ended. */
  async told(): Promise<void> {
    if (this.disposed) return
    this.speak()
    this.tell()
    this.tellHeld()
    const said = this.findings ? await this.read(this.findings) : await this.unread(this.refusal ?? EMPTY)
    this.say(said)
  }

  private async read(findings: FileFindings): Promise<ReadMessage> {
    const { bytes } = this
    const totals = this.totals.settled(findings.settlement)
    const original = this.packed ?? (await this.original.finish())
    return { kind: 'read', place: this.place, findings, totals, sha256: this.digest(findings), bytes, original }
  }

  /** What tells that a file was delivered before. */
  private digest({ namedByPath }: FileFindings): Uint8Array {
    if (namedByPath) this.hash.update(`\0${this.place.path}`)
    return this.hash.digest()
  }

  private async unread(refusal: Refusal): Promise<UnreadMessage> {
    const { bytes } = this
    const passedOver = isPassedOver(refusal, this.inside)
    const content = passedOver && this.pieces ? Buffer.concat(this.pieces) : null
    const original = passedOver || bytes === 0 ? null : await this.original.finish()
    if (!original) this.original.dispose()
    return { kind: 'unread', refusal: plain(refusal), passedOver, content, original, bytes }
  }

  private isPassedOver(): boolean {
    return this.refusal !== null && isPassedOver(this.refusal, this.inside)
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
    if (this.disposed) return
    this.disposed = this.over = true
    this.original.dispose()
    this.held.dispose()
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

const EMPTY = new Refusal('empty', 'The file is empty')
