import type { Readable } from 'node:stream'

/** Keeps contents by their SHA-256, each once. Every server process must see the same store. */
export interface BlobStore {
  /** @param hash the SHA-256 of the content, in hexadecimal digits */
  put(hash: string, content: Buffer): Promise<void>
  /** @returns null when there is no such content */
  get(hash: string): Promise<Readable | null>
}

export const BLOBS = Symbol('BlobStore')
