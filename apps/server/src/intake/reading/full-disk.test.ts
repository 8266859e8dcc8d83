import { mkdtempSync, rmSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { TestApp } from '../../testing/test-app.js'
import { OriginalCopy } from '../storing/original-copy.js'
import { Arrival } from './arrival.js'

const folder = mkdtempSync(join(tmpdir(), 'bobbin-full-'))
let bobbin: TestApp
beforeAll(async () => {
  // every write to it says that the disk is full (full(4))
  symlinkSync('/dev/full', join(folder, 'arrival'))
  bobbin = await TestApp.start()
})
afterAll(async () => {
  await bobbin.stop()
  rmSync(folder, { recursive: true })
})

const pieces = async function* () {
  for (let i = 0; i < 12; i++) yield await Promise.resolve(new Uint8Array(1 << 18))
}

it('what comes in says that there is no room for it', async () => {
  const arrival = new Arrival(pieces(), () => folder)
  const read = async () => {
    for await (const piece of arrival.pieces()) expect(piece.length).toBeGreaterThan(0)
  }
  await expect(read()).rejects.toMatchObject({ code: 'ENOSPC' })
  arrival.dispose()
})

it('a copy that broke off is waited for no more, and says why', async () => {
  const copy = new OriginalCopy(folder)
  const write = async () => {
    for (let i = 0; i < 40; i++) {
      copy.write(Buffer.from(Array.from({ length: 1 << 18 }, (_, at) => (at * 7919 * (i + 1)) % 251)))
      if (i === 8)
        (copy as unknown as { large: { packer: { destroy(error: Error): void } } }).large.packer.destroy(
          Object.assign(new Error('no room'), { code: 'ENOSPC' }),
        )
      await copy.drained()
    }
    await copy.finish()
  }
  await expect(write()).rejects.toMatchObject({ code: 'ENOSPC' })
  copy.dispose()
})

/** A file that is larger than what stays in memory. */
const large = () =>
  `<testsuite name="deck">${'<testcase classname="deck" name="a" time="1"><system-out>tide</system-out></testcase>'.repeat(40_000)}</testsuite>`

it.each([1, 2, 5])('a delivery is answered at once, as is the one after it: delivery %i', async (nth) => {
  const dispose = vi.spyOn(Arrival.prototype as unknown as { add(chunk: Uint8Array): void }, 'add')
  dispose.mockImplementation(() => {
    throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' })
  })
  await expect(bobbin.deliver({ 'a.xml': large(), 'b.xml': large() }, { build: `${nth}` })).rejects.toMatchObject({
    status: 507,
    code: 'diskFull',
  })
  dispose.mockRestore()
  expect(
    (await bobbin.deliver('<testsuite name="deck"><testcase name="there is room"/></testsuite>', { build: `${nth}` })).files[0]?.status,
  ).toBe('stored')
})
