import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { promisify } from 'node:util'
import { createGunzip, gzip } from 'node:zlib'
import type { BlobStore } from '../platform/blobs/blob-store.js'
import { type PackedFile, PackingFile } from './packing.js'

/** So much of a file waits in memory and is packed at one go; what is larger is packed as it comes, beside the thread that reads it. */
const IN_MEMORY = 1 << 18
/** Result files are mostly markup: the fastest level makes them a tenth, and the next ones little less. */
const LEVEL = { level: 1 }

/** So much is handed to the packer at once: each handing over costs as much as packing some kilobytes. */
const BLOCK = 1 << 17

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

/** A file as it comes in, packed and kept until it is known whether it is stored. */
export class OriginalCopy {
  private pieces: Buffer[] = []
  private bytes = 0
  private large: LargeCopy | null = null

  write(chunk: Uint8Array): void {
    if (this.large) return this.large.write(chunk)
    // the sender may use its memory again
    this.pieces.push(Buffer.from(chunk))
    this.bytes += chunk.length
    if (this.bytes <= IN_MEMORY) return
    this.large = new LargeCopy()
    for (const piece of this.pieces.splice(0)) this.large.write(piece)
  }

  /** Settles when more can be written without memory growing. */
  async drained(): Promise<void> {
    await this.large?.file.drained()
  }

  /** The SHA-256 of what came; to be called once everything was written. */
  async sha256(): Promise<Buffer> {
    if (this.large) return Buffer.from((await this.large.end()).sha256, 'hex')
    const content = createHash('sha256')
    for (const piece of this.pieces) content.update(piece)
    return content.digest()
  }

  /** Puts it into the store; to be called once everything was written. */
  async keep(blobs: BlobStore): Promise<Kept> {
    if (this.large) return this.large.keep(blobs)
    const packed = await promisify(gzip)(Buffer.concat(this.pieces), LEVEL)
    const hash = createHash('sha256').update(packed).digest('hex')
    await blobs.put(hash, packed)
    return { hash, packed: packed.length }
  }

  dispose(): void {
    this.pieces = []
    this.large?.dispose()
  }
}

class LargeCopy {
  private readonly folder = mkdtempSync(join(tmpdir(), 'bobbin-original-'))
  private readonly path = join(this.folder, 'original.gz')
  readonly file = new PackingFile(this.path)
  private ended: Promise<PackedFile> | null = null
  /** What is packed next. */
  private block = new Uint8Array(BLOCK)
  private used = 0

  write(chunk: Uint8Array): void {
    for (let at = 0; at < chunk.length;) {
      const part = chunk.subarray(at, at + BLOCK - this.used)
      this.block.set(part, this.used)
      this.used += part.length
      at += part.length
      if (this.used === BLOCK) this.pack(this.block)
    }
  }

  private pack(block: Uint8Array<ArrayBuffer>): void {
    this.file.write(block)
    this.block = new Uint8Array(BLOCK)
    this.used = 0
  }

  end(): Promise<PackedFile> {
    if (this.ended) return this.ended
    if (this.used > 0) this.pack(this.block.slice(0, this.used))
    return (this.ended = this.file.end())
  }

  async keep(blobs: BlobStore): Promise<Kept> {
    const { hash, packed } = await this.end()
    await blobs.put(hash, { path: this.path })
    return { hash, packed }
  }

  dispose(): void {
    this.file.drop()
    rmSync(this.folder, { recursive: true, force: true })
  }
}
