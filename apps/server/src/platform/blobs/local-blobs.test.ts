import { createHash } from 'node:crypto'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { afterAll, expect, it } from 'vitest'
import { LocalBlobs } from './local-blobs.js'

const folder = mkdtempSync(join(tmpdir(), 'bobbin-blobs-test-'))
afterAll(() => rmSync(folder, { recursive: true }))
const blobs = new LocalBlobs(folder)
const content = Buffer.from('the gate at noon')
const hash = createHash('sha256').update(content).digest('hex')

it('keeps a content once, whoever puts it, and gives it back', async () => {
  expect(await blobs.get(hash)).toBeNull()
  await Promise.all([blobs.put(hash, content), blobs.put(hash, content), blobs.put(hash, content)])
  const found = await blobs.get(hash)
  expect(found && (await text(found))).toBe('the gate at noon')
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile())
  expect(files.map(({ name }) => name)).toEqual([hash])
})

it('takes nothing but a hash for a name, so that no path leads out of its folder', async () => {
  await expect(blobs.get('../../etc/passwd')).rejects.toThrow(/is no SHA-256/)
  await expect(blobs.put('', content)).rejects.toThrow(RangeError)
})

it('forgets a content, and takes it anew', async () => {
  await blobs.remove(hash)
  expect(await blobs.get(hash)).toBeNull()
  await blobs.remove(hash)
  await blobs.put(hash, content)
  const found = await blobs.get(hash)
  expect(found && (await text(found))).toBe('the gate at noon')
})
