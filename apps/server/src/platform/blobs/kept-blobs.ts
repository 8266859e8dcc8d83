import type { Readable } from 'node:stream'
import type { Sequelize } from 'sequelize-typescript'
import { run } from '../database.js'
import type { BlobContent, BlobStore, ByteRange } from './blob-store.js'

/**
 * A store in which what is put again is not removed any more, though it was to be (doomed_blob): whoever removes a content holds its
 * row meanwhile, so that a put waits for that and then finds the content gone.
 */
export class KeptBlobs implements BlobStore {
  constructor(
    private readonly store: BlobStore,
    readonly sequelize: Sequelize,
  ) {}

  async put(hash: string, content: BlobContent): Promise<void> {
    await run(this, `delete from doomed_blob where hash = decode($hash, 'hex')`, { hash })
    await this.store.put(hash, content)
  }

  get(hash: string, range?: ByteRange): Promise<Readable | null> {
    return this.store.get(hash, range)
  }

  remove(hash: string): Promise<void> {
    return this.store.remove(hash)
  }

  check(): Promise<void> {
    return this.store.check()
  }
}
