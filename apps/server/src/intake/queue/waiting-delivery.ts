import type { Belongs } from '@bobbin/core'
import { type Queryable, run } from '../../platform/database.js'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { Problem } from '../../platform/problem.js'
import { changedPaths } from '../deliveries/delivery.js'
import { MOST_BYTES, type Taker } from '../reading/incoming-files.js'
import { OriginalCopy } from '../storing/original-copy.js'
import { ADD_WAITING_FILE } from './queue-queries.js'
import type { IncomingFile } from '../reading/read-file.js'

/** A delivery whose files are stored as they come, to be read later. */
export class WaitingDelivery implements Taker {
  storing = false
  changedFiles: string[] | null = null
  private seq = 0

  constructor(
    private readonly id: number,
    private readonly db: Queryable,
    private readonly blobs: BlobStore,
  ) {}

  tell(changedFiles: string): void {
    this.changedFiles = changedPaths(changedFiles)
  }

  take(file: IncomingFile): Promise<void> {
    return this.keep(file, false, null)
  }

  attach(file: IncomingFile, belongs: Belongs | null): Promise<void> {
    return this.keep(file, true, belongs)
  }

  private async keep(file: IncomingFile, attachment: boolean, belongs: Belongs | null): Promise<void> {
    const copy = new OriginalCopy()
    let bytes = 0
    try {
      for await (const chunk of file.chunks) {
        bytes += chunk.length
        copy.write(chunk)
        await copy.drained()
      }
      if (file.cut())
        throw new Problem('tooLarge', 'tooLarge', `“${file.name}” is larger than ${MOST_BYTES / 1024 ** 2} MB, the largest size accepted`)
      this.storing = true
      const { hash } = await copy.keep(this.blobs)
      const row = { deliveryId: this.id, seq: ++this.seq, name: file.name, attachment, hash, bytes }
      await run(this.db, ADD_WAITING_FILE, { ...row, belongs: belongs && JSON.stringify(belongs) })
    } finally {
      this.storing = false
      copy.dispose()
    }
  }
}
