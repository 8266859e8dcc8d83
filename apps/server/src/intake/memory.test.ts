import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, expect, it } from 'vitest'

/** Of the built server, as the bench measures it. */
const tools = (name: string) => fileURLToPath(new URL(`../../../../tools/bench/${name}`, import.meta.url))

const MB = 1_000_000
/** Less than the file would take if its pieces were kept, and more than a process needs for itself. */
const HEAP_MB = 36

let folder = ''
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-memory-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

// groups of methods, repeated names, possible hooks and faults are kept for longer than a test; the bench measures every format with 500 MB
it.each(['testng-xml', 'junit-xml of Vitest'])('memory does not grow with a file: %s', async (format) => {
  const { writeLarge } = (await import(tools('formats.mjs'))) as { writeLarge: (path: string, id: string, bytes: number) => void }
  const file = join(folder, 'results')
  writeLarge(file, format, 20 * MB)
  const read = spawnSync(process.execPath, [`--max-old-space-size=${HEAP_MB}`, tools('peak.mjs'), file], {
    encoding: 'utf8',
    env: { ...process.env, HEAP_MB: String(HEAP_MB) },
  })
  expect(read.stderr).toBe('')
  expect(read.status).toBe(0)
  expect(Number(read.stdout)).toBeGreaterThan(0)
})
