import pg from 'pg'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'
import { BLOBS, type BlobStore } from './blobs/index.js'
import { logWarnings } from './json-log.js'

let bobbin: TestApp
let said: string[] = []
beforeAll(async () => {
  bobbin = await TestApp.start([], { log: 'json' })
})
afterAll(() => bobbin.stop())
beforeEach(() => {
  said = []
  for (const stream of [process.stdout, process.stderr])
    vi.spyOn(stream, 'write').mockImplementation((text) => {
      said.push(String(text))
      return true
    })
})
afterEach(() => void vi.restoreAllMocks())

const ask = (path: string, headers: Record<string, string> = {}) =>
  fetch(`${bobbin.url}${path}`, { headers: { authorization: `Bearer ${TOKEN}`, ...headers } })
/** Lines of the log with this request id; written once the answer has gone out. */
const linesOf = (id: string | null) =>
  vi.waitFor(() => {
    const lines = said.flatMap((text) => text.trim().split('\n').filter((line) => line.startsWith('{'))).map((line) => JSON.parse(line) as Record<string, unknown>) // prettier-ignore
    const own = lines.filter((line) => line['requestId'] === id && line['context'] === 'Request')
    expect(own.length).toBeGreaterThan(0)
    return own
  })

describe('each request', () => {
  it('has an id, which its answer and its line in the log bear', async () => {
    const answer = await ask('/api/projects/gullhaven/runs')
    const id = answer.headers.get('x-request-id')
    expect(id).toMatch(/^[0-9a-f-]{36}$/)
    const [line] = await linesOf(id)
    expect(line).toMatchObject({ level: 'log', context: 'Request' })
    expect(line?.['message']).toMatchObject({ method: 'GET', route: '/api/projects/:project/runs', status: 200 })
  })

  it('keeps the id that a proxy gave it, unless that is none', async () => {
    expect((await ask('/health', { 'x-request-id': 'quay-17' })).headers.get('x-request-id')).toBe('quay-17')
    expect((await ask('/health', { 'x-request-id': 'x'.repeat(200) })).headers.get('x-request-id')).not.toContain('xxx')
  })
})

it('takes what libraries warn of on the console for a line like all others', () => {
  const { warn } = console
  logWarnings()
  console.warn('Rolling back transaction', 7)
  console.warn = warn
  const [line] = said.filter((text) => text.includes('Rolling back'))
  expect(JSON.parse(line ?? '')).toMatchObject({ level: 'warn', context: 'Library', message: 'Rolling back transaction 7' })
})

describe('what is away', () => {
  const deliver = () => bobbin.deliver('<testsuite name="s"><testcase classname="c" name="n"/></testsuite>')

  it('is said to be, so that the sender tries again: the store of contents is full', async () => {
    const store = vi
      .spyOn(bobbin.app.get<BlobStore>(BLOBS), 'put')
      .mockRejectedValue(Object.assign(new Error('no space left on device'), { code: 'ENOSPC' }))
    await expect(deliver()).rejects.toMatchObject({ status: 507, code: 'diskFull', retryAfterMs: 2000 })
    expect(await bobbin.ask('select 1 as one from result_file')).toEqual([])
    store.mockRestore()
    expect((await deliver()).files[0]?.status).toBe('stored')
  })

  it('is said to be: the database cuts its connections off', async () => {
    const admin = new pg.Client({ connectionString: inject('databaseUrl') })
    await admin.connect()
    const name = new URL(bobbin.config.databaseUrl).pathname.slice(1)
    await admin.query(`alter database ${name} allow_connections false`)
    // told to end is not ended yet: a connection that is still alive would serve the first delivery and fail the second
    const ended = await bobbin.ask<{ ended: boolean }>(
      `select pg_terminate_backend(pid, 10000) as ended from pg_stat_activity
        where datname = current_database() and pid <> pg_backend_pid()`,
    )
    expect(ended.map((row) => row.ended)).not.toContain(false)
    await expect(deliver()).rejects.toMatchObject({ status: 503, code: 'databaseAway' })
    const told = said.filter((text) => text.includes('"context":"Problem"'))
    expect(told).toHaveLength(1)
    expect(told[0]).toContain('databaseAway: ')
    await admin.query(`alter database ${name} allow_connections true`)
    await admin.end()
    // the pool may still hold one that it has not seen end: who is told to try again does
    const again = await vi.waitFor(deliver, { timeout: 10_000 })
    expect(again.files[0]?.status).toBe('already')
  })
})
