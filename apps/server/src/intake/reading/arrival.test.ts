import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { Arrival } from './arrival.js'

const folder = mkdtempSync(join(tmpdir(), 'bobbin-arrival-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const MB = 1 << 20

async function* senderOf(content: Buffer, piece: number, fails = false): AsyncGenerator<Uint8Array> {
  const memory = Buffer.alloc(piece)
  for (let at = 0; at < content.length; at += piece) {
    // a sender may use its memory again
    const size = content.copy(memory, 0, at, at + piece)
    await new Promise(setImmediate)
    yield memory.subarray(0, size)
  }
  if (fails) throw new Error('cut off')
}

const read = async (arrival: Arrival): Promise<Buffer> => {
  const pieces: Uint8Array[] = []
  for await (const piece of arrival.pieces()) pieces.push(piece)
  return Buffer.concat(pieces)
}

it.each([0, 10, MB, MB + 1, 5 * MB + 17])('%d bytes are read as they came, and again', async (size) => {
  const content = Buffer.from(new Uint8Array(size).map((_, i) => (i * 31 + (i >> 8)) & 255))
  let whole = 0
  const arrival = new Arrival(
    senderOf(content, 9973),
    () => folder,
    () => whole++,
  )
  expect((await read(arrival)).equals(content)).toBe(true)
  expect((await read(arrival)).equals(content)).toBe(true)
  expect([arrival.isWhole, arrival.size, whole]).toEqual([true, size, 1])
  arrival.dispose()
})

it('takes everything while nobody reads, so that a sender is not kept waiting', async () => {
  const arrived = await new Promise<Arrival>((resolve) => {
    const arrival: Arrival = new Arrival(
      senderOf(Buffer.alloc(4 * MB), 65_536),
      () => folder,
      () => resolve(arrival),
    )
  })
  expect(arrived.size).toBe(4 * MB)
  arrived.dispose()
})

it('tells what its sender threw after what came before', async () => {
  const arrival = new Arrival(senderOf(Buffer.from('ferry'), 2, true), () => folder)
  const pieces: Uint8Array[] = []
  const reading = async () => {
    for await (const piece of arrival.pieces()) pieces.push(piece)
  }
  await expect(reading()).rejects.toThrow('cut off')
  expect(Buffer.concat(pieces).toString()).toBe('ferry')
  arrival.dispose()
})
