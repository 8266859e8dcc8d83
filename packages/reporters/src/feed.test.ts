import { MOST_ATTACHED } from '@bobbin/core'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { Feed } from './feed'
import { FeedServer } from './testing/feed-server.js'

let server: FeedServer
beforeAll(async () => {
  server = await FeedServer.start()
})
afterAll(() => server.stop())

const TEXT = 'x'.repeat(MOST_ATTACHED)

it('leaves room for attachments again as they are taken, however busy the run is', async () => {
  const said: string[] = []
  const feed = new Feed({ framework: 'mocha', env: server.env, say: (line) => said.push(line) })
  // results never stop coming, as in a large suite
  const busy = setInterval(() => feed.add({ name: 'small', outcome: 'passed' }), 1)
  // together more than what waits in memory at most
  for (let round = 1; round <= 3; round++) {
    const name = `shown ${round}`
    for (let i = 0; i < 10; i++)
      feed.add({ name, outcome: 'failed', attachments: [{ name: 'gate.txt', content: { text: TEXT, encoding: 'utf8' } }] })
    await vi.waitFor(() => expect(server.results.filter((result) => result.name === name)).toHaveLength(10), { timeout: 10_000 })
  }
  clearInterval(busy)
  await feed.end()
  expect(server.results.filter(({ attachments }) => attachments?.length === 1)).toHaveLength(30)
  expect(said).toEqual([])
})

it('does not wait at the end for a server that never answered, however patient it is, and loses nothing', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bobbin-waiting-'))
  const said: string[] = []
  // far longer than this test may take
  const env = { ...server.env, BOBBIN_URL: 'http://127.0.0.1:9', BOBBIN_WAITING: folder, BOBBIN_PATIENCE_MS: '3600000' }
  const feed = new Feed({ framework: 'mocha', env, say: (line) => said.push(line) })
  feed.add({ name: 'short', outcome: 'passed' })
  await feed.end()
  expect(said).toEqual([expect.stringContaining('the server is away'), expect.stringContaining('what is left waits')])
  const [file] = readdirSync(folder)
  expect(readFileSync(join(folder, file ?? ''), 'utf8')).toContain('short')
  rmSync(folder, { recursive: true })
})
