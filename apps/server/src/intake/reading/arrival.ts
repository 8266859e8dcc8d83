import { closeSync, openSync, read as readFd, writeSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'

const read = promisify(readFd)

/** So many bytes stay in memory; more go to disk. */
const IN_MEMORY = 1 << 20
/** So much is read at once, in bytes. */
const PIECE = 1 << 18
/** Once somebody reads, no more than so much is taken ahead of them, in bytes. */
const AHEAD = 1 << 20

/**
 * The bytes of a delivered file, taken from its sender whether or not somebody reads them already, and kept until the end: whoever reads has
 * them in pieces, in memory of their own, and may read them again from the beginning.
 */
export class Arrival {
  private memory: Buffer[] = []
  private fd: number | null = null
  private bytes = 0
  private taken = 0
  private isRead = false
  private over = false
  private failure: Error | null = null
  private readonly wakes = new Set<() => void>()

  /**
   * @param folder for what is too large for memory; its maker removes it
   * @param whole is told when all has come
   */
  constructor(
    chunks: AsyncIterable<Uint8Array>,
    private readonly folder: () => string,
    private readonly whole: () => void = () => undefined,
  ) {
    void this.take(chunks)
  }

  /** All has come, or nothing more will. */
  get isWhole(): boolean {
    return this.over
  }

  get size(): number {
    return this.bytes
  }

  private async take(chunks: AsyncIterable<Uint8Array>): Promise<void> {
    try {
      for await (const chunk of chunks) {
        if (this.over) break
        this.add(chunk)
        this.wake()
        while (this.isRead && this.bytes - this.taken > AHEAD && !this.over) await this.change()
      }
    } catch (error) {
      this.failure = error instanceof Error ? error : new Error(String(error))
    }
    this.over = true
    this.wake()
    this.whole()
  }

  private add(chunk: Uint8Array): void {
    if (this.fd === null && this.bytes + chunk.length > IN_MEMORY) {
      this.fd = openSync(join(this.folder(), 'arrival'), 'w+', 0o600)
      for (const piece of this.memory.splice(0)) writeAll(this.fd, piece)
    }
    // the sender may use its memory again
    if (this.fd === null) this.memory.push(Buffer.from(chunk))
    else writeAll(this.fd, chunk)
    this.bytes += chunk.length
  }

  private wake(): void {
    for (const wake of [...this.wakes]) wake()
  }

  private change(): Promise<void> {
    return new Promise((resolve) => {
      const wake = () => {
        this.wakes.delete(wake)
        resolve()
      }
      this.wakes.add(wake)
    })
  }

  /** From the beginning. @throws what the sender's stream threw, after all that came before */
  async *pieces(): AsyncGenerator<Uint8Array<ArrayBuffer>> {
    this.isRead = true
    this.taken = 0
    for (;;) {
      while (this.taken >= this.bytes && !this.over) await this.change()
      if (this.taken >= this.bytes) break
      const piece = await this.pieceAt(this.taken)
      this.taken += piece.length
      this.wake()
      yield piece
    }
    if (this.failure) throw this.failure
  }

  private async pieceAt(from: number): Promise<Uint8Array<ArrayBuffer>> {
    const piece = new Uint8Array(Math.min(PIECE, this.bytes - from))
    if (this.fd !== null) {
      const { bytesRead } = await read(this.fd, piece, 0, piece.length, from)
      return piece.subarray(0, bytesRead)
    }
    let at = 0
    for (const kept of this.memory) {
      if (at < from + piece.length && at + kept.length > from) {
        const [start, end] = [Math.max(0, from - at), Math.min(kept.length, from + piece.length - at)]
        piece.set(kept.subarray(start, end), at + start - from)
      }
      at += kept.length
    }
    return piece
  }

  /** Lets go of everything; to be called once nobody reads any more. */
  dispose(): void {
    this.over = true
    this.memory = []
    if (this.fd !== null) closeSync(this.fd)
    this.fd = null
    this.wake()
  }
}

function writeAll(fd: number, bytes: Uint8Array): void {
  for (let at = 0; at < bytes.length;) at += writeSync(fd, bytes, at, bytes.length - at)
}
