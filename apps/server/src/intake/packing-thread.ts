import { createHash, type Hash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { parentPort } from 'node:worker_threads'
import { createGzip, type Gzip } from 'node:zlib'
import type { PackedFile, ToPacker, FromPacker } from './packing.js'

/** The thread that packs and hashes files beside the one that reads them. @see packing.ts */

/** Result files are mostly markup: the fastest level makes them a tenth, and the next ones little less. */
const LEVEL = { level: 1 }

class Packing {
  private readonly content = createHash('sha256')
  private readonly packer: Gzip = createGzip(LEVEL)
  private readonly packedHash: Hash = createHash('sha256')
  private packed = 0
  private readonly written: Promise<void>

  constructor(path: string) {
    const count = (chunk: Buffer) => {
      this.packedHash.update(chunk)
      this.packed += chunk.length
    }
    const counted = async function* (chunks: AsyncIterable<Buffer>) {
      for await (const chunk of chunks) {
        count(chunk)
        yield chunk
      }
    }
    this.written = pipeline(this.packer, counted, createWriteStream(path, { mode: 0o600 }))
    // told by end(); one that nobody wants any more is broken off
    this.written.catch(() => undefined)
  }

  /** Settles when the block is packed. */
  write(block: Uint8Array): Promise<void> {
    this.content.update(block)
    return new Promise((resolve) => this.packer.write(block, () => resolve()))
  }

  async end(): Promise<PackedFile> {
    this.packer.end()
    await this.written
    return { sha256: this.content.digest('hex'), hash: this.packedHash.digest('hex'), packed: this.packed }
  }

  drop(): void {
    this.packer.destroy()
  }
}

const open = new Map<number, Packing>()
const tell = (message: FromPacker) => parentPort?.postMessage(message)

const take = async ({ id, path, block, end, drop }: ToPacker): Promise<void> => {
  if (path !== undefined) open.set(id, new Packing(path))
  const packing = open.get(id)
  if (!packing) return
  if (block) {
    await packing.write(block)
    tell({ id, taken: block.length })
  }
  if (!end && !drop) return
  open.delete(id)
  if (drop) packing.drop()
  else tell({ id, done: await packing.end() })
}

parentPort?.on('message', (message: ToPacker) => {
  take(message).catch((error: unknown) => tell({ id: message.id, failed: error instanceof Error ? error.message : String(error) }))
})
