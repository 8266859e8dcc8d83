import { createHash } from 'node:crypto'
import { createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import type { Readable } from 'node:stream'
import { createGunzip, createGzip, gzip, type Gzip } from 'node:zlib'
import type { BlobStore } from '../../platform/blobs/blob-store.js'

/** So much of a file waits in memory and is packed at one go; what is larger is packed as it comes, beside the thread that reads it. */
const IN_MEMORY = 1 << 18
/** Result files are mostly markup: the fastest level makes them a tenth, and the next ones little less. */
const LEVEL = { level: 1 }

/** So much is handed to the packer at once: each handing over costs as much as packing some kilobytes. */
const BLOCK = 1 << 17

/** A file that was packed and waits for the store: in memory, or on disk. */
export interface PackedOriginal extends Kept {
  content: Uint8Array | { path: string }
}

/** A packed file in the store. */
export interface Kept {
  hash: string
  /** Its size there, in bytes. */
  packed: number
}

/** What was kept, as it was sent; null when the store has it no more. */
export async function unpacked(blobs: BlobStore, hash: string): Promise<Readable | null> {
  const packed = await blobs.get(hash)
  if (!packed) return null
  const content = createGunzip()
  packed.on('error', (error) => content.destroy(error))
  return packed.pipe(content)
}

export async function putOriginal(blobs: BlobStore, { hash, packed, content }: PackedOriginal): Promise<Kept> {
  // what comes from another thread is a plain array
  await blobs.put(hash, content instanceof Uint8Array ? Buffer.from(content.buffer, content.byteOffset, content.length) : content)
  return { hash, packed }
}

/** A file as it comes in, packed and kept until it is known whether it is stored. */
export class OriginalCopy {
  private pieces: Buffer[] = []
  private bytes = 0
  private large: LargeCopy | null = null

  /** @param folder in which a large one is packed */
  constructor(private readonly folder: string = tmpdir()) {}

  write(chunk: Uint8Array): void {
    if (this.large) return this.large.write(chunk)
    // the sender may use its memory again
    this.pieces.push(Buffer.from(chunk))
    this.bytes += chunk.length
    if (this.bytes <= IN_MEMORY) return
    this.large = new LargeCopy(this.folder)
    for (const piece of this.pieces.splice(0)) this.large.write(piece)
  }

  /** Settles when more can be written without memory growing. */
  async drained(): Promise<void> {
    await this.large?.drained()
  }

  /** To be called once everything was written. */
  async finish(): Promise<PackedOriginal> {
    if (this.large) return this.large.finish()
    const content = await promisify(gzip)(Buffer.concat(this.pieces), LEVEL)
    return { hash: createHash('sha256').update(content).digest('hex'), packed: content.length, content }
  }

  /** The same, and puts it into the store. */
  async keep(blobs: BlobStore): Promise<Kept> {
    return putOriginal(blobs, await this.finish())
  }

  dispose(): void {
    this.pieces = []
    this.large?.dispose()
  }
}

class LargeCopy {
  private readonly folder: string
  private readonly path: string
  private readonly packer: Gzip = createGzip(LEVEL)
  private readonly hash = createHash('sha256')
  private bytes = 0
  /** What is packed next. */
  private block = Buffer.allocUnsafe(BLOCK)
  private used = 0
  private readonly packed: Promise<void>

  constructor(around: string) {
    this.folder = mkdtempSync(join(around, 'bobbin-original-'))
    this.path = join(this.folder, 'original.gz')
    const { hash, packer, path } = this
    const count = (bytes: number) => (this.bytes += bytes)
    const hashed = async function* (chunks: AsyncIterable<Buffer>) {
      for await (const chunk of chunks) {
        hash.update(chunk)
        count(chunk.length)
        yield chunk
      }
    }
    this.packed = pipeline(packer, hashed, createWriteStream(path, { mode: 0o600 }))
    // told by keep(); a copy that nobody wants any more is broken off
    this.packed.catch(() => undefined)
  }

  write(chunk: Uint8Array): void {
    for (let at = 0; at < chunk.length;) {
      const part = chunk.subarray(at, at + BLOCK - this.used)
      this.block.set(part, this.used)
      this.used += part.length
      at += part.length
      if (this.used === BLOCK) this.pack()
    }
  }

  private pack(): void {
    this.packer.write(this.block.subarray(0, this.used))
    this.block = Buffer.allocUnsafe(BLOCK)
    this.used = 0
  }

  async drained(): Promise<void> {
    // one that broke off (the disk is full) drains no more; why is told by finish()
    if (!this.packer.writableNeedDrain || this.packer.destroyed) return
    // not a race of promises: each would be remembered until the whole file is packed. A packer that broke off is told by keep()
    await new Promise<void>((resolve) => {
      const go = () => {
        for (const event of ['drain', 'close', 'error']) this.packer.off(event, go)
        resolve()
      }
      for (const event of ['drain', 'close', 'error']) this.packer.on(event, go)
    })
  }

  async finish(): Promise<PackedOriginal> {
    this.pack()
    this.packer.end()
    await this.packed
    return { hash: this.hash.digest('hex'), packed: this.bytes, content: { path: this.path } }
  }

  dispose(): void {
    this.packer.destroy()
    rmSync(this.folder, { recursive: true, force: true })
  }
}
