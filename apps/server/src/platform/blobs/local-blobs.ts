import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { access, copyFile, mkdir, rename, rm, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { assertHash, type BlobContent, type BlobStore, type ByteRange } from './blob-store.js'

/** Contents as files of one folder, spread over 256 folders below it. */
export class LocalBlobs implements BlobStore {
  constructor(private readonly folder: string) {}

  async put(hash: string, content: BlobContent): Promise<void> {
    const path = this.pathOf(hash)
    if (await exists(path)) return
    await mkdir(dirname(path), { recursive: true })
    // a reader must never see half of it, whoever else writes the same
    const half = `${path}.${randomUUID()}`
    try {
      if (Buffer.isBuffer(content)) await writeFile(half, content, { mode: 0o600 })
      else await copyFile(content.path, half)
      await rename(half, path)
    } catch (error) {
      await rm(half, { force: true })
      throw error
    }
  }

  async get(hash: string, range?: ByteRange): Promise<Readable | null> {
    const path = this.pathOf(hash)
    return (await exists(path)) ? createReadStream(path, range) : null
  }

  async remove(hash: string): Promise<void> {
    await rm(this.pathOf(hash), { force: true })
  }

  /** The folder is made with the first content. */
  async check(): Promise<void> {}

  private pathOf(hash: string): string {
    assertHash(hash)
    return join(this.folder, hash.slice(0, 2), hash)
  }
}

const exists = (path: string) =>
  access(path).then(
    () => true,
    () => false,
  )
