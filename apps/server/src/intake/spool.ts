import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** So much is gathered before it goes to disk, in UTF-16 units. */
const PIECE = 1 << 20
/** So much is read back at a time, in bytes. */
const READ = 1 << 18

/**
 * Rows in COPY's text format that wait for their transaction: a few in memory, many in a file, so that neither memory nor a
 * connection to the database is held while a sender takes its time.
 */
export class Spool {
  private text = ''
  private file: { folder: string; path: string; fd: number; bytes: number } | null = null

  /** @param row in COPY's text format, without its line feed */
  add(row: string): void {
    this.text += `${row}\n`
    if (this.text.length > PIECE) this.spill()
  }

  get isEmpty(): boolean {
    return this.text === '' && this.file === null
  }

  private spill(): number {
    if (!this.file) {
      const folder = mkdtempSync(join(tmpdir(), 'bobbin-spool-'))
      const path = join(folder, 'rows')
      this.file = { folder, path, fd: openSync(path, 'w', 0o600), bytes: 0 }
    }
    const bytes = Buffer.from(this.text)
    writeFileSync(this.file.fd, bytes)
    this.file.bytes += bytes.length
    this.text = ''
    return this.file.bytes
  }

  /** Puts all rows so far into the file. @returns where the next one will begin, in bytes */
  flush(): number {
    return this.text === '' && this.file ? this.file.bytes : this.spill()
  }

  /** The rows between two places that flush() told. */
  between(from: number, to: number): AsyncIterable<Buffer> {
    if (!this.file) throw new Error('nothing was put into a file yet')
    return createReadStream(this.file.path, { start: from, end: to - 1, highWaterMark: READ })
  }

  /** All rows from a place that flush() told, in order; to be read once everything was added. */
  async *chunks(from = 0): AsyncGenerator<Buffer> {
    if (this.file && this.file.bytes > from) yield* this.between(from, this.file.bytes)
    if (this.text !== '') yield Buffer.from(this.text)
  }

  dispose(): void {
    if (!this.file) return
    closeSync(this.file.fd)
    rmSync(this.file.folder, { recursive: true, force: true })
    this.file = null
  }
}
