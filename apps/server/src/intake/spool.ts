import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** So much is gathered before it goes to disk, in UTF-16 units. */
const PIECE = 1 << 20

/**
 * Rows in COPY's text format that wait for their transaction: a few in memory, many in a file, so that neither memory nor a
 * connection to the database is held while a sender takes its time.
 */
export class Spool {
  private text = ''
  private file: { folder: string; path: string; fd: number } | null = null

  /** @param row in COPY's text format, without its line feed */
  add(row: string): void {
    this.text += `${row}\n`
    if (this.text.length > PIECE) this.spill()
  }

  get isEmpty(): boolean {
    return this.text === '' && this.file === null
  }

  private spill(): void {
    if (!this.file) {
      const folder = mkdtempSync(join(tmpdir(), 'bobbin-spool-'))
      const path = join(folder, 'rows')
      this.file = { folder, path, fd: openSync(path, 'w', 0o600) }
    }
    writeFileSync(this.file.fd, this.text)
    this.text = ''
  }

  /** All rows, in order; to be read once everything was added. */
  async *chunks(): AsyncGenerator<Buffer> {
    if (this.file) for await (const piece of createReadStream(this.file.path, { highWaterMark: 1 << 18 })) yield piece as Buffer
    if (this.text !== '') yield Buffer.from(this.text)
  }

  dispose(): void {
    if (!this.file) return
    closeSync(this.file.fd)
    rmSync(this.file.folder, { recursive: true, force: true })
    this.file = null
  }
}
