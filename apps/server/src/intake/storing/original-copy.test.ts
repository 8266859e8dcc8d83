import { hash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { expect, it } from 'vitest'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { OriginalCopy } from './original-copy.js'

/** Keeps one content, as the store would. */
class OneBlob {
  content = Buffer.alloc(0)
  path: string | null = null
  put(_: string, given: Uint8Array | { path: string }): Promise<void> {
    this.path = 'path' in given ? given.path : null
    this.content = 'path' in given ? readFileSync(given.path) : Buffer.from(given)
    return Promise.resolve()
  }
}

const bytes = (length: number) => Buffer.from(new Uint8Array(length).map((_, i) => (i * 31 + (i >> 8)) & 255))

const IN_MEMORY = 1 << 18
const BLOCK = 1 << 17

// around the size that waits in memory, and around whole blocks for the packer
it.each([0, 1, BLOCK, IN_MEMORY, ...[-1, 0, 1, BLOCK - 1, BLOCK + 1].map((more) => IN_MEMORY + BLOCK + more)])(
  'keeps %d bytes as they came, whatever the pieces',
  async (length) => {
    const original = bytes(length)
    const store = new OneBlob()
    const copy = new OriginalCopy()
    const piece = Buffer.alloc(9973)
    for (let at = 0; at < length; at += piece.length) {
      // the sender uses its memory again for each piece
      const size = original.copy(piece, 0, at, at + piece.length)
      copy.write(piece.subarray(0, size))
      await copy.drained()
    }
    const kept = await copy.keep(store as unknown as BlobStore)
    expect(gunzipSync(store.content).equals(original)).toBe(true)
    expect(kept).toEqual({ hash: hash('sha256', store.content, 'hex'), packed: store.content.length })
    copy.dispose()
    if (store.path) expect(existsSync(store.path)).toBe(false)
  },
)

it('a piece larger than the packer takes at once comes whole', async () => {
  const original = bytes(5 * BLOCK + 7)
  const store = new OneBlob()
  const copy = new OriginalCopy()
  copy.write(original.subarray(0, 10))
  copy.write(original.subarray(10))
  await copy.keep(store as unknown as BlobStore)
  expect(gunzipSync(store.content).equals(original)).toBe(true)
  copy.dispose()
})
