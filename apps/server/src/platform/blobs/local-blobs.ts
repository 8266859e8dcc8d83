import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { access, mkdir, rename, rm, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import type { BlobStore } from './blob-store.js'

/** Contents as files of one folder, spread over 256 folders below it. */
export class LocalBlobs implements BlobStore {
  constructor(private readonly folder: string) {}

  async put(hash: string, content: Buffer): Promise<void> {
    const path = this.pathOf(hash)
    if (await exists(path)) return
    await mkdir(dirname(path), { recursive: true })
    // a reader must never see half of it, whoever else writes the same
    const half = `${path}.${randomUUID()}`
    try {
      await writeFile(half, content, { mode: 0o600 })
      await rename(half, path)
    } catch (error) {
      await rm(half, { force: true })
      throw error
    }
  }

  async get(hash: string): Promise<Readable | null> {
    const path = this.pathOf(hash)
    return (await exists(path)) ? createReadStream(path) : null
  }

  private pathOf(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new RangeError(`“${hash}” is no SHA-256`)
    return join(this.folder, hash.slice(0, 2), hash)
  }
}

const exists = (path: string) =>
  access(path).then(
    () => true,
    () => false,
  )
