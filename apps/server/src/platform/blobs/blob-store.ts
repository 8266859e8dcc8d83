import type { Readable } from 'node:stream'

/** A content in memory, or the path of a file that holds it. */
export type BlobContent = Buffer | { path: string }

/** A part of a content: its first and last byte, both included. */
export interface ByteRange {
  start: number
  end: number
}

/** Keeps contents by their SHA-256, each once. Every server process must see the same store. */
export interface BlobStore {
  /** @param hash the SHA-256 of the content, in hexadecimal digits */
  put(hash: string, content: BlobContent): Promise<void>
  /** @returns null when there is no such content */
  get(hash: string, range?: ByteRange): Promise<Readable | null>
  /** Removes a content; one that is not there is removed already. */
  remove(hash: string): Promise<void>
  /** @throws Error saying what is wrong with the settings, when the store can't be reached or used */
  check(): Promise<void>
}

/** The store can't be used now: nothing is wrong with what was to be kept. */
export class StoreAway extends Error {
  override name = 'StoreAway'
}

export const BLOBS = Symbol('BlobStore')

/** @throws RangeError when a name is no SHA-256: no path leads out of a store */
export function assertHash(hash: string): void {
  if (!/^[0-9a-f]{64}$/.test(hash)) throw new RangeError(`“${hash}” is no SHA-256`)
}
