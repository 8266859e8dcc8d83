import { hash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect, it } from 'vitest'
import type { BlobStore } from '../platform/blobs/blob-store.js'
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
    expect((await copy.sha256()).equals(hash('sha256', original, 'buffer'))).toBe(true)
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

it('a file that can not be written is told so, and the next one is none the worse for it', async () => {
  const [broken, whole] = [new OriginalCopy(), new OriginalCopy()]
  broken.write(bytes(IN_MEMORY + 1))
  const { folder } = (broken as unknown as { large: { folder: string } }).large
  rmSync(folder, { recursive: true })
  mkdirSync(join(folder, 'original.gz'), { recursive: true })
  // whichever came first: the thread had opened its file, which is gone, or finds a folder in its place
  const store = new OneBlob()
  await broken.keep(store as unknown as BlobStore).catch((error: unknown) => error)
  expect(store.content.length).toBe(0)
  broken.dispose()
  whole.write(bytes(IN_MEMORY + 1))
  await whole.keep(store as unknown as BlobStore)
  expect(gunzipSync(store.content).equals(bytes(IN_MEMORY + 1))).toBe(true)
  whole.dispose()
})
