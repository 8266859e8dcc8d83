import type { DeliveryReport } from '@bobbin/client'
import { CHANGES, type Change, type OutcomeTotals } from '@bobbin/core'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { UsageError } from '../exit-codes.js'
import { deliverFiles } from './deliver.js'
import { totalsLine } from './inspect.js'

const totals: OutcomeTotals = { total: 3, passed: 2, failed: 1, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 }
const changes = { ...(Object.fromEntries(CHANGES.map((change) => [change, 0])) as Record<Change, number>), newlyFailing: 1, unchanged: 2 }
const stored: DeliveryReport['files'][number] = {
  name: 'a.xml',
  status: 'stored',
  format: 'junit-xml',
  totals,
  faults: [],
  warnings: [],
  coverage: null,
  unknownKeys: [],
  error: null,
}
const report: DeliveryReport = {
  deliveryId: 1,
  state: 'read',
  run: {
    id: 149,
    build: '412',
    lane: { id: 1, pipeline: 'quay', branch: 'main', environment: 'pier-test' },
    totals,
    live: false,
    incomplete: false,
  },
  made: [{ kind: 'build', name: '412' }],
  notes: [],
  newScripts: 0,
  decided: { make: 0, aside: 0, ask: 0 },
  changes,
  files: [stored],
}

/** A server that answers what the test set. */
let server: Server
let answer: { status: number; body: unknown } = { status: 200, body: report }
let asked: string[] = []
let printed: string[] = []
let file: string
const target = { pipeline: 'quay', build: '412', branch: 'main', environment: 'pier-test' }

beforeAll(async () => {
  file = join(mkdtempSync(join(tmpdir(), 'bobbin-deliver-')), 'a.xml')
  writeFileSync(file, '<testsuite/>')
  server = createServer((request, response) => {
    asked.push(`${request.method} ${request.url}`)
    request.resume().on('end', () => {
      const session = request.url === '/api/session'
      response.writeHead(session ? 200 : answer.status, { 'content-type': 'application/json' })
      response.end(JSON.stringify(session ? { projects: [{ slug: 'gullhaven' }] } : answer.body))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
})
afterAll(() => new Promise((resolve) => server.close(resolve)))

beforeEach(() => {
  asked = []
  printed = []
  answer = { status: 200, body: report }
  vi.stubEnv('BOBBIN_URL', `http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
  vi.stubEnv('BOBBIN_TOKEN', 'bbn_x')
  for (const stream of ['log', 'error'] as const) vi.spyOn(console, stream).mockImplementation((text: string) => void printed.push(text))
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllEnvs()
})

describe('deliver', () => {
  it('finds the project of the token, delivers, and says what changed and where to look', async () => {
    expect(await deliverFiles([file], target)).toBe(0)
    expect(asked).toEqual([
      'GET /api/session',
      expect.stringMatching(
        /^POST \/api\/projects\/gullhaven\/deliveries\?source=cli&pipeline=quay&build=412&branch=main&environment=pier-test&/,
      ) as string,
    ])
    const query = new URLSearchParams(asked[1]?.split('?')[1])
    expect(query.get('bytes')).toBe('12')
    // where its files and the sources begin
    expect(`/${query.get('base') ?? ''}/a.xml`).toBe(file)
    expect(process.cwd().startsWith(query.get('root') ?? 'nowhere')).toBe(true)
    const text = printed.join('\n')
    expect(text).toContain('stored   a.xml: 3 results: 1 failed, 2 passed')
    expect(text).toContain('made build 412')
    expect(text).toContain('Against the build before: 1 newly failing')
    expect(text).toMatch(/http:\/\/127\.0\.0\.1:\d+\/gullhaven\/runs\/149$/)
  })

  it('is 0 whatever the tests’ outcomes, 2 when a file was refused', async () => {
    answer.body = {
      ...report,
      files: [
        stored,
        { ...stored, name: 'b.xml', status: 'refused', totals: null, error: { code: 'empty', message: 'The file is empty' } },
      ],
    }
    expect(await deliverFiles([file], target)).toBe(2)
    expect(printed.join('\n')).toContain('refused  b.xml: The file is empty')
  })

  it('is 2 when the server refuses, with its sentence', async () => {
    answer = { status: 403, body: { code: 'scope', detail: 'A token with the scope “read” may not do this' } }
    expect(await deliverFiles([file], { ...target, project: 'gullhaven' })).toBe(2)
    expect(printed).toEqual(['bobbin: A token with the scope “read” may not do this'])
  })

  it('is 3 when nobody answers', async () => {
    vi.stubEnv('BOBBIN_URL', 'http://127.0.0.1:1')
    expect(await deliverFiles([file], { ...target, retries: 0 })).toBe(3)
    expect(printed.join()).toContain('No answer from http://127.0.0.1:1')
  })

  it('tells machines what went wrong as JSON too', async () => {
    answer = { status: 403, body: { code: 'scope', detail: 'not with this token' } }
    expect(await deliverFiles([file], { ...target, project: 'gullhaven', json: true })).toBe(2)
    expect(JSON.parse(printed[0] ?? '')).toEqual({ error: { code: 'scope', message: 'not with this token' } })
  })

  it('says whether all tests ran or a part of them, never both', async () => {
    expect(await deliverFiles([file], { ...target, partial: true })).toBe(0)
    expect(asked[1]).toContain('&scope=partial')
    await expect(deliverFiles([file], { ...target, partial: true, whole: true })).rejects.toThrow(
      '--whole and --partial exclude each other',
    )
  })

  it('names the variable that is missing', async () => {
    vi.stubEnv('BOBBIN_TOKEN', '')
    await expect(deliverFiles([file], target)).rejects.toThrow(UsageError)
    await expect(deliverFiles([file], target)).rejects.toThrow(/BOBBIN_TOKEN is not set/)
  })

  it('prints the whole report as JSON for machines', async () => {
    await deliverFiles([file], { ...target, json: true })
    expect(JSON.parse(printed.join('\n'))).toEqual(report)
  })

  it('passes on faults, notes and keys that no case has', async () => {
    const place = { line: 7, column: 1 }
    const doubted = {
      ...stored,
      faults: [{ code: 'load' as const, subject: 'crash.test.ts', message: null, stack: null, place }],
      warnings: [{ code: 'duration' as const, message: 'Duration can’t be read', place, count: 4 }],
      unknownKeys: [{ key: 'FERRY-990', test: 'counts down' }],
    }
    answer.body = { ...report, files: [doubted], notes: ['another commit'] }
    await deliverFiles([file], target)
    const text = printed.join('\n')
    for (const words of [
      'incomplete: crash.test.ts: no message (line 7)',
      'Duration can’t be read (line 7, 4 times)',
      'no case FERRY-990, which “counts down” declares',
      'note: another commit',
    ])
      expect(text).toContain(words)
  })
})

it('says totals with what is wrong first', () => {
  expect(totalsLine({ ...totals, total: 1, passed: 1, failed: 0 })).toBe('1 result: 1 passed')
  expect(totalsLine({ ...totals, total: 0, passed: 0, failed: 0 })).toBe('0 results')
})
