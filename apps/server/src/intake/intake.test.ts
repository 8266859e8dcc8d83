import type { CaseScript, DeliveryRow, RunDetail, ScriptList } from '@bobbin/client'
import { outcomeFromCode, readResultFile } from '@bobbin/core'
import { readdirSync, readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

const SAMPLES = new URL('../../../../packages/core/src/formats/samples/', import.meta.url)
let bobbin: TestApp

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(150, 'Quay fare'), seedCase(151, 'Quay fare for children')])
})
afterAll(() => bobbin.stop())

describe('a delivery', () => {
  it('makes what it names, says so, and stores what the file says', async () => {
    const report = await bobbin.deliver(resultFile(['a', { name: 'b', fails: 'no' }]), {
      pipeline: 'made-here',
      environment: 'new-pier',
      commit: '9f1c2ab',
    })
    expect(report.made.map(({ kind }) => kind)).toEqual(['pipeline', 'environment', 'build'])
    expect(report.files).toMatchObject([{ status: 'stored', totals: { total: 2, passed: 1, failed: 1 } }])
    expect(report.run?.totals).toMatchObject({ total: 2, passed: 1, failed: 1 })
    expect(report.newScripts).toBe(2)
  })

  it('is one set of results however often it is repeated', async () => {
    const file = resultFile(['same', { name: 'other', fails: 'no' }])
    const first = await bobbin.deliver(file, { build: '10' })
    const second = await bobbin.deliver(file, { build: '10' })
    expect(second.files).toMatchObject([{ status: 'already' }])
    expect(second.run).toEqual(first.run)
    expect(second.made).toEqual([])
    const [count] = await bobbin.ask<{ n: string }>(`select count(*) as n from attempt where run_id = ${first.run?.id}`)
    expect(Number(count?.n)).toBe(2)
  })

  it('takes a second file of the same run for later tries', async () => {
    await bobbin.deliver(resultFile([{ name: 'tried again', fails: 'first' }, 'steady']), { build: '11' })
    const report = await bobbin.deliver(resultFile(['tried again']), { build: '11' })
    expect(report.run?.totals).toMatchObject({ total: 2, passed: 1, recovered: 1, failed: 0 })
  })

  it('stores each file wholly or not at all, and says why with the place', async () => {
    const report = await bobbin.deliver(
      { 'good.xml': resultFile(['good']), 'cut.xml': '<testsuite name="x">\n<testcase name="half">', 'page.xml': '<html/>' },
      { build: '12' },
    )
    expect(report.files.map((file) => file.status)).toEqual(['stored', 'refused', 'refused'])
    expect(report.files[1]?.error?.message).toMatch(/unclosed tag: testcase \(line 2, column \d+\)/)
    expect(report.run?.totals.total).toBe(1)
    const [newest] = await bobbin.get<DeliveryRow[]>('/deliveries')
    expect(newest).toMatchObject({ files: { stored: 1, refused: 2 }, results: 1 })
    expect(newest?.refused.map(({ name }) => name)).toEqual(['cut.xml', 'page.xml'])
  })

  it('makes nothing when everything is refused', async () => {
    const report = await bobbin.deliver('not a result', { pipeline: 'never-made' })
    expect(report).toMatchObject({ run: null, made: [] })
    expect(await bobbin.ask(`select 1 from pipeline where name = 'never-made'`)).toEqual([])
  })

  it('lets several deliveries to one build come at once', async () => {
    const shards = [1, 2, 3, 4].map((shard) => resultFile(Array.from({ length: 50 }, (_, i) => `shard ${shard} test ${i}`)))
    await Promise.all(shards.map((file) => bobbin.deliver(file, { build: '13' })))
    const again = await bobbin.deliver(shards[0] ?? '', { build: '13' })
    expect(again.run?.totals.total).toBe(200)
  })

  it('keeps the first commit of a build and says so', async () => {
    await bobbin.deliver(resultFile(['c']), { build: '14', commit: 'aaa1111' })
    const report = await bobbin.deliver(resultFile(['d']), { build: '14', commit: 'bbb2222' })
    expect(report.notes.join()).toContain('aaa1111')
  })
})

describe('every sample of a real runner', () => {
  // the set-based merge must come to what the core says of each single file
  it.each(readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.xml')))(
    '%s is stored as it was read',
    async (file) => {
      const bytes = readFileSync(new URL(file, SAMPLES))
      const report = await bobbin.deliver(bytes.toString('utf8'), { pipeline: `samples ${file}` })
      const parsed = readResultFile(bytes)
      const stored = await bobbin.ask<{ name: string; outcome: number; attempts: number }>(
        `select s.name, r.outcome, r.attempts from result r join script s on s.id = r.script_id where r.run_id = ${report.run?.id}`,
      )
      const sorted = (rows: string[]) => rows.sort()
      expect(sorted(stored.map((row) => `${row.name} ${outcomeFromCode(row.outcome)} ${row.attempts}`))).toEqual(
        sorted(parsed.results.map((result) => `${result.name} ${result.outcome} ${result.attempts.length}`)),
      )
      expect(report.run?.incomplete).toBe(parsed.faults.length > 0)
    },
  )
})

describe('mapping', () => {
  it('links by declared key, reports keys of no case and invents none', async () => {
    const report = await bobbin.deliver(resultFile([{ name: 'quay fare', key: 'FERRY-150' }, { name: 'tall [FERRY-999]' }, 'no key']), {
      build: '20',
    })
    expect(report.files[0]?.unknownKeys).toEqual([{ key: 'FERRY-999', test: 'tall [FERRY-999]' }])
    const linked = await bobbin.get<CaseScript[]>('/cases/FERRY-150/scripts')
    expect(linked.map((row) => [row.script.name, row.link.origin])).toEqual([['quay fare', 'declared']])
    expect(await bobbin.ask(`select 1 from test_case where number = 999`)).toEqual([])
  })

  it('is the same script in a later delivery, and a rejected link stays away', async () => {
    const { rows } = await bobbin.get<ScriptList>('/scripts?search=quay fare')
    const id = rows[0]?.id ?? 0
    const session = await signedIn()
    await session('DELETE', `/projects/gullhaven/scripts/${id}/links/FERRY-150`)
    await bobbin.deliver(resultFile([{ name: 'quay fare', key: 'FERRY-150' }]), { build: '21' })
    const after = await bobbin.get<ScriptList>('/scripts?search=quay fare')
    expect(after.rows.map((row) => [row.id, row.cases])).toEqual([[id, []]])
    const back = await session('PUT', `/projects/gullhaven/scripts/${id}/links/FERRY-151`)
    expect(back.status).toBe(200)
    expect((await bobbin.get<ScriptList>('/scripts?search=quay fare')).rows[0]?.cases).toEqual(['FERRY-151'])
  })
})

describe('what changed', () => {
  it('is told against the build before of the same lane, faults included', async () => {
    const lane = { pipeline: 'lane-story' }
    await bobbin.deliver(resultFile(['stays', { name: 'mends', fails: 'x' }, 'breaks', { name: 'stays red', errors: 'x' }, 'goes']), {
      ...lane,
      build: '9',
    })
    await bobbin.deliver(resultFile(['elsewhere']), { ...lane, build: '10', environment: 'harbour-dev' })
    const report = await bobbin.deliver(
      resultFile(['stays', 'mends', { name: 'breaks', fails: 'y' }, { name: 'stays red', fails: 'x' }, 'fresh']),
      { ...lane, build: '10' },
    )
    expect(report.changes).toMatchObject({ newlyFailing: 1, stillFailing: 1, fixed: 1, gone: 1, new: 1, unchanged: 1, notRun: 0 })

    const broken = await bobbin.deliver(resultFile(['stays'], '<error message="module did not load"/>'), { ...lane, build: '11' })
    expect(broken.changes).toMatchObject({ notRun: 4, gone: 0, unchanged: 1 })

    // what the fault hid is compared with the build before it: nothing is new, nothing forgotten
    const after = await bobbin.deliver(resultFile(['stays', 'mends', 'breaks', { name: 'stays red', fails: 'x' }, 'fresh']), {
      ...lane,
      build: '12',
    })
    expect(after.changes).toMatchObject({ fixed: 1, stillFailing: 1, new: 0, unchanged: 3 })
  })

  it('passes over an outage', async () => {
    const lane = { pipeline: 'outage-story' }
    const names = Array.from({ length: 20 }, (_, i) => `t${i}`)
    await bobbin.deliver(resultFile([...names, { name: 'red', fails: 'x' }]), { ...lane, build: '1' })
    await bobbin.deliver(resultFile([...names.map((name) => ({ name, errors: 'connection refused' })), { name: 'red', fails: 'x' }]), {
      ...lane,
      build: '2',
    })
    const report = await bobbin.deliver(resultFile([...names, { name: 'red', fails: 'x' }]), { ...lane, build: '3' })
    expect(report.changes).toMatchObject({ fixed: 0, unchanged: 20, stillFailing: 1 })
    const run = await bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
    expect([run.previous?.build, run.passedOver.map((other) => other.build)]).toEqual(['1', ['2']])
  })

  it('orders builds by number, whatever order they come in', async () => {
    const lane = { pipeline: 'late-story' }
    await bobbin.deliver(resultFile(['x']), { ...lane, build: '100' })
    await bobbin.deliver(resultFile([{ name: 'x', fails: 'no' }]), { ...lane, build: '99' })
    const report = await bobbin.deliver(resultFile(['y']), { ...lane, build: '100' })
    expect(report.changes).toMatchObject({ fixed: 1, new: 1 })
  })
})

async function signedIn() {
  const response = await fetch(`${bobbin.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'runa@gullhaven.example', password: 'gullhaven' }),
  })
  const cookie = response.headers.get('set-cookie')?.split(';')[0] ?? ''
  return (method: string, path: string) => fetch(`${bobbin.url}/api${path}`, { method, headers: { cookie } })
}
