import type { Config } from '../config.js'
import type { BlobStore } from './blob-store.js'
import { LocalBlobs } from './local-blobs.js'
import { S3Blobs } from './s3-blobs.js'

export { KeptBlobs } from './kept-blobs.js'
export { BLOBS, type BlobStore, type ByteRange } from './blob-store.js'

/** The store that the settings name. */
export const blobStoreOf = (blobs: Config['blobs']): BlobStore => (typeof blobs === 'string' ? new LocalBlobs(blobs) : new S3Blobs(blobs))
