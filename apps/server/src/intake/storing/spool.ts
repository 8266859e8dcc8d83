import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** So many UTF-16 units are gathered before they are turned into bytes: rows that live longer are moved about by the engine. */
const GATHERED = 1 << 14
/** So many bytes stay in memory; more go to disk. */
const IN_MEMORY = 1 << 20
/** So much is read back at a time, in bytes. */
const READ = 1 << 18

/**
 * Rows in COPY's text format that wait for their transaction: a few in memory, many in a file, so that neither memory nor a
 * connection to the database is held while a sender takes its time.
 */
export class Spool {
  private text = ''
  private pieces: Buffer[] = []
  private bytes = 0
  private file: RowFile | null = null

  /** @param row in COPY's text format, without its line feed */
  add(row: string): void {
    this.text += `${row}\n`
    if (this.text.length > GATHERED) this.encode()
  }

  get isEmpty(): boolean {
    return this.text === '' && this.pieces.length === 0 && this.file === null
  }

  private encode(): void {
    const { text } = this
    this.text = ''
    if (this.file) return this.file.write(text)
    const piece = Buffer.from(text)
    this.pieces.push(piece)
    this.bytes += piece.length
    if (this.bytes > IN_MEMORY) this.spill()
  }

  private spill(): RowFile {
    const file = (this.file ??= new RowFile())
    for (const piece of this.pieces.splice(0)) file.append(piece)
    return file
  }

  /** Puts all rows so far into the file. @returns where the next one will begin, in bytes */
  flush(): number {
    this.encode()
    return this.spill().bytes
  }

  /** The rows between two places that flush() told. */
  between(from: number, to: number): AsyncIterable<Buffer> {
    if (!this.file) throw new Error('nothing was put into a file yet')
    return this.file.between(from, to)
  }

  /** All rows from a place that flush() told, in order; to be read once everything was added. */
  async *chunks(from = 0): AsyncGenerator<Buffer> {
    if (this.file && this.file.bytes > from) yield* this.file.between(from, this.file.bytes)
    yield* this.pieces
    if (this.text !== '') yield Buffer.from(this.text)
  }

  dispose(): void {
    this.file?.dispose()
    this.file = null
    this.pieces = []
  }
}

/** Rows on disk. What is turned into bytes goes through one piece of memory, which is used again. */
class RowFile {
  private readonly folder = mkdtempSync(join(tmpdir(), 'bobbin-spool-'))
  private readonly path = join(this.folder, 'rows')
  private readonly fd = openSync(this.path, 'w', 0o600)
  private readonly scratch = Buffer.allocUnsafe(GATHERED * 4)
  bytes = 0

  write(text: string): void {
    // a UTF-16 unit is three bytes of UTF-8 at most
    if (text.length * 3 > this.scratch.length) this.append(Buffer.from(text))
    else this.append(this.scratch.subarray(0, this.scratch.write(text)))
  }

  append(bytes: Buffer): void {
    writeFileSync(this.fd, bytes)
    this.bytes += bytes.length
  }

  between(from: number, to: number): AsyncIterable<Buffer> {
    return createReadStream(this.path, { start: from, end: to - 1, highWaterMark: READ })
  }

  dispose(): void {
    closeSync(this.fd)
    rmSync(this.folder, { recursive: true, force: true })
  }
}
