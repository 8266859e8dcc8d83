import type { ScanList, ScanReport, ScriptDetail, ScriptList, ScriptSplit } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: TestApp['get']
let send: <T>(method: string, path: string, body?: unknown) => Promise<T>
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit'), seedCase(215, 'At the limit'), seedCase(216, 'Trailers')])
  ask = bobbin.get.bind(bobbin)
  send = await bobbin.person()
})
afterAll(() => bobbin.stop())

interface Test {
  name: string
  file?: string
  suites?: string[]
  keys?: string[]
  pattern?: string
  suitePatterns?: (string | null)[]
  body?: string
}

const testOf = ({ name, file = 'deck/axle.spec.ts', suites = ['axle load'], keys = [], pattern, suitePatterns, body = name }: Test) => ({
  framework: 'vitest',
  file,
  line: 3,
  endLine: 5,
  suites,
  name,
  pattern: pattern ?? null,
  suitePatterns: suitePatterns ?? null,
  tags: [],
  keys,
  fingerprint: body,
  bodySize: 100,
})

interface Options {
  tree?: string
  branch?: string
  committedAt?: string
  unread?: string[]
  dryRun?: boolean
  force?: boolean
}

async function scan(
  tests: Test[],
  { tree = 'core', branch = 'main', committedAt, unread = [], dryRun, force }: Options = {},
): Promise<ScanReport> {
  const { id } = await send<{ id: number }>('POST', '/scans', {
    tree,
    branch,
    files: 3,
    ...(committedAt && { committedAt, commit: committedAt }),
  })
  await send('POST', `/scans/${id}/tests`, { from: 0, tests: tests.map(testOf) })
  const faults = unread.map((file) => ({ file, line: 1, column: 1, message: 'does not parse' }))
  return send('POST', `/scans/${id}/finish`, { tests: tests.length, unread: faults, dryRun, force })
}

/** As Vitest's reporter writes them. */
const vitest = (file: string, names: string[]) =>
  `<testsuites name="vitest tests"><testsuite name="${file}">${names
    .map((name) => `<testcase classname="${file}" name="axle load &gt; ${name}" time="0.1"/>`)
    .join('')}</testsuite></testsuites>`

const scripts = async (search: string) => (await ask<ScriptList>(`/scripts?search=${encodeURIComponent(search)}`)).rows
const one = async (search: string) => {
  const rows = await scripts(search)
  expect(rows.map((row) => row.name)).toHaveLength(1)
  return ask<ScriptDetail>(`/scripts/${rows[0]?.id}`)
}

describe('a scan', () => {
  it('meets what results named before, and ties what declares a key', async () => {
    await bobbin.deliver(vitest('deck/axle.spec.ts', ['refuses a load', 'accepts a load']), { build: '1' })
    const report = await scan([
      { name: 'refuses a load', keys: ['FERRY-214'] },
      { name: 'accepts a load' },
      { name: 'never ran', keys: ['FERRY-999'] },
    ])
    expect(report.counts).toMatchObject({ new: 3, met: 2, links: 1, gone: 0 })
    expect(report.unknownKeys).toEqual([{ key: 'FERRY-999', test: 'never ran' }])
    const script = await one('refuses a load')
    expect(script).toMatchObject({ cases: ['FERRY-214'], lastOutcome: 'passed', links: [{ origin: 'declared', state: 'active' }] })
    expect((await one('never ran')).lastOutcome).toBeNull()
    expect((await ask<ScriptList>('/scripts')).total).toBe(3)
  })

  it('changes nothing the second time', async () => {
    const again = await scan([
      { name: 'refuses a load', keys: ['FERRY-214'] },
      { name: 'accepts a load' },
      { name: 'never ran', keys: ['FERRY-999'] },
    ])
    expect(again.counts).toMatchObject({ new: 0, same: 3, changed: 0, met: 0, gone: 0 })
    expect(again.changes).toEqual([])
  })

  it('is met by results of what only it had found', async () => {
    const before = await one('never ran')
    const report = await bobbin.deliver(vitest('deck/axle.spec.ts', ['never ran']), { build: '2' })
    expect(report.newScripts).toBe(0)
    expect((await ask<ScriptDetail>(`/scripts/${before.id}`)).histories[0]?.points.map((point) => point.outcome)).toContain('passed')
  })

  it('keeps history and links unbroken when a file and a test are renamed', async () => {
    const [refuses, accepts] = [await one('refuses a load'), await one('accepts a load')]
    const report = await scan([
      { name: 'refuses a load', file: 'deck/limits.spec.ts', keys: ['FERRY-214'] },
      { name: 'takes a load', file: 'deck/limits.spec.ts', body: 'accepts a load' },
      { name: 'never ran', file: 'deck/limits.spec.ts', keys: ['FERRY-999'] },
    ])
    expect(report.counts).toMatchObject({ moved: 2, renamed: 1, new: 0, gone: 0 })
    const delivered = await bobbin.deliver(vitest('deck/limits.spec.ts', ['refuses a load', 'takes a load', 'never ran']), { build: '3' })
    expect(delivered).toMatchObject({ newScripts: 0 })
    expect(delivered.changes).toMatchObject({ new: 0, gone: 0 })
    const now = await ask<ScriptDetail>(`/scripts/${refuses.id}`)
    expect(now.histories.flatMap(({ points }) => points.map((point) => point.outcome)).filter(Boolean)).toHaveLength(2)
    expect(now).toMatchObject({ file: 'deck/limits.spec.ts', cases: ['FERRY-214'] })
    expect((await ask<ScriptDetail>(`/scripts/${accepts.id}`)).name).toBe('axle load > takes a load')
    // an older branch still calls them as before
    const old = await bobbin.deliver(vitest('deck/axle.spec.ts', ['refuses a load', 'accepts a load']), { build: '1', branch: 'release/1' })
    expect(old.newScripts).toBe(0)
  })

  it('joins what was delivered under its new name before the scan told', async () => {
    const { id } = await one('refuses a load')
    await bobbin.deliver(vitest('deck/axles.spec.ts', ['refuses a load']), { build: '4' })
    expect(await scripts('refuses a load')).toHaveLength(2)
    await scan([
      { name: 'refuses a load', file: 'deck/axles.spec.ts', keys: ['FERRY-214'] },
      { name: 'takes a load', file: 'deck/limits.spec.ts', body: 'accepts a load' },
      { name: 'never ran', file: 'deck/limits.spec.ts', keys: ['FERRY-999'] },
    ])
    expect((await scripts('refuses a load')).map((row) => row.id)).toEqual([id])
    const delivered = await bobbin.deliver(vitest('deck/axles.spec.ts', ['refuses a load']), { build: '5' })
    expect(delivered.newScripts).toBe(0)
    const { histories } = await ask<ScriptDetail>(`/scripts/${id}`)
    expect(histories.flatMap(({ points }) => points).filter(({ outcome }) => outcome === 'passed').length).toBeGreaterThanOrEqual(4)
  })

  it('splits what was joined wrongly: each side has its own results, the code and what comes since go with the newer name', async () => {
    const { id } = await one('refuses a load')
    const before = await ask<ScriptDetail>(`/scripts/${id}`)
    const [joined, ...others] = before.aliases.filter(({ kind }) => kind === 'joined')
    expect([joined?.runs, others]).toEqual([1, []])
    const runsOf = async (script: number) =>
      (
        await bobbin.ask<{ build: string }>(
          `select b.name as build from result r join run u on u.id = r.run_id join build b on b.id = u.build_id where r.script_id = ${script} order by b.name`,
        )
      ).map(({ build }) => build)
    expect(await runsOf(id)).toContain('4')
    const split = await send<ScriptSplit>('POST', '/mapping/splits', { script: id, identity: joined?.identity })
    expect(split).toMatchObject({ runs: 2 })
    expect(await runsOf(split.id)).toEqual(['4', '5'])
    expect(await runsOf(id)).toEqual(['1', '1', '3'])
    expect(await bobbin.ask(`select 1 from attempt where script_id = ${split.id}`)).toHaveLength(2)
    expect((await ask<ScriptDetail>(`/scripts/${split.id}`)).source).toMatchObject({ file: 'deck/axles.spec.ts', was: null })
    expect(await ask<ScriptDetail>(`/scripts/${id}`)).toMatchObject({ source: null, cases: ['FERRY-214'] })
    // what is delivered from now on is the newer one's, and of none other
    const delivered = await bobbin.deliver(vitest('deck/axles.spec.ts', ['refuses a load']), { build: '6' })
    expect(delivered.newScripts).toBe(0)
    expect(await runsOf(split.id)).toEqual(['4', '5', '6'])
    const [act] = await bobbin.ask<{ subjects: string[] }>(`select subjects from act where kind = 'script.split'`)
    expect(act?.subjects.toSorted()).toEqual([`script:${id}`, `script:${split.id}`].toSorted())
  })

  it('splits off what a script was before it was renamed', async () => {
    const { id } = await one('takes a load')
    const [renamed] = (await ask<ScriptDetail>(`/scripts/${id}`)).aliases.filter(({ kind }) => kind === 'renamed')
    const split = await send<ScriptSplit>('POST', '/mapping/splits', { script: id, identity: renamed?.identity })
    expect(split.name).toBe('axle load > accepts a load')
    const builds = async (script: number) =>
      bobbin.ask<{ name: string; branch: string }>(
        `select b.name, b.branch from result r join run u on u.id = r.run_id join build b on b.id = u.build_id where r.script_id = ${script} order by u.id`,
      )
    expect((await builds(split.id))[0]).toEqual({ name: '1', branch: 'main' })
    expect(await builds(id)).not.toContainEqual({ name: '1', branch: 'main' })
    expect((await ask<ScriptDetail>(`/scripts/${id}`)).source).not.toBeNull()
    await expect(send('POST', '/mapping/splits', { script: id, identity: renamed?.identity })).rejects.toThrow(/name of this script/)
  })

  it('has the rows of a table as one script, which is mapped once', async () => {
    const table: Test = { name: 'lane %s', pattern: '^lane .*$', file: 'deck/lanes.spec.ts', keys: ['FERRY-216'] }
    await scan([table], { tree: 'lanes' })
    const report = await bobbin.deliver(vitest('deck/lanes.spec.ts', ['lane A', 'lane B']), { build: '9' })
    expect(report.newScripts).toBe(2)
    for (const name of ['lane A', 'lane B']) expect((await one(name)).cases).toEqual(['FERRY-216'])
  })

  it('has the rows of a table of suites as one script, too', async () => {
    const each: Test = {
      name: 'is closed by hand',
      suites: ['ramp %s'],
      suitePatterns: ['^ramp .*$'],
      file: 'deck/ramps.spec.ts',
      keys: ['FERRY-215'],
    }
    await scan([each], { tree: 'ramps' })
    const cases = ['ramp bow', 'ramp stern'].map(
      (suite) => `<testcase classname="deck/ramps.spec.ts" name="${suite} &gt; is closed by hand" time="1"/>`,
    )
    const report = await bobbin.deliver(`<testsuites><testsuite name="deck/ramps.spec.ts">${cases.join('')}</testsuite></testsuites>`, {
      build: '10',
    })
    expect(report.newScripts).toBe(2)
    const rows = await scripts('is closed by hand')
    const heads = await bobbin.ask<{ head_id: number | null }>(
      `select head_id from script where name like '%is closed by hand' and head_id is not null`,
    )
    expect([rows.length, new Set(heads.map(({ head_id }) => head_id)).size, heads.length]).toEqual([3, 1, 2])
    for (const name of ['ramp bow > is closed by hand', 'ramp stern > is closed by hand'])
      expect((await one(name)).cases).toEqual(['FERRY-215'])
  })
})

describe('profiles', () => {
  const browser = (project: string, name: string) =>
    `<testsuites><testsuite name="p/${name}.spec.ts" hostname="${project}"><testcase classname="p/${name}.spec.ts" name="axle load › ${name}" time="1"><properties><property name="profile" value="${project}"/></properties></testcase></testsuite></testsuites>`
  it('a test that runs on one is one script, on several one with profiles', async () => {
    await scan([{ name: 'opens wide', file: 'p/opens wide.spec.ts' }], { tree: 'profiles' })
    const report = await bobbin.deliver(browser('desktop', 'opens wide'), { build: '20' })
    expect(report.newScripts).toBe(0)
    expect(await scripts('opens wide')).toHaveLength(1)
  })
})

describe('what must not be lost', () => {
  const all: Test[] = [{ name: 'a' }, { name: 'b', file: 'deck/b.spec.ts' }]
  it('a file that does not parse keeps its tests', async () => {
    await scan(all, { tree: 'kept', committedAt: '2026-11-20T10:00:00Z' })
    const report = await scan([{ name: 'a' }], { tree: 'kept', unread: ['deck/b.spec.ts'], committedAt: '2026-11-21T10:00:00Z' })
    expect(report.counts.gone).toBe(0)
  })

  it('an older commit is refused, unless somebody insists', async () => {
    await expect(scan([], { tree: 'kept', committedAt: '2026-11-19T10:00:00Z' })).rejects.toThrow(
      /newer commit of main was scanned already/,
    )
    expect((await scan(all, { tree: 'kept', committedAt: '2026-11-19T10:00:00Z', force: true })).counts.same).toBe(2)
  })

  it('a scan that was cut off changes nothing', async () => {
    const { id } = await send<{ id: number }>('POST', '/scans', { tree: 'kept', branch: 'main', files: 1 })
    await expect(send('POST', `/scans/${id}/finish`, { tests: 5, unread: [] })).rejects.toThrow(/Of 5 tests 0 arrived/)
    expect((await ask<ScanList>('/scans')).rows.filter((row) => row.id === id)).toEqual([])
  })

  it('another branch takes nothing from the main one, and adds its own', async () => {
    const report = await scan([{ name: 'only here', file: 'deck/new.spec.ts' }], { tree: 'kept', branch: 'feature/x' })
    expect(report.counts).toMatchObject({ new: 1, gone: 0, moved: 0 })
    expect((await one('only here')).lastOutcome).toBeNull()
  })

  it('a dry run tells what would change', async () => {
    const report = await scan([{ name: 'a' }], { tree: 'kept', dryRun: true })
    expect(report).toMatchObject({ dryRun: true, counts: { gone: 1, same: 1 } })
    expect((await scan(all, { tree: 'kept' })).counts).toMatchObject({ same: 2, new: 0 })
  })

  it('a pattern that is none, or takes for ever, holds up no delivery', async () => {
    const hostile = ['^(', `^${'.*a'.repeat(300)}$`, '^(a+)+$']
    await scan(
      hostile.map((pattern, nth): Test => ({ name: `bad ${nth}`, file: 'hostile/a.spec.ts', pattern })),
      { tree: 'hostile' },
    )
    const report = await bobbin.deliver(vitest('hostile/a.spec.ts', ['a'.repeat(900), 'other']), { build: '40' })
    expect(report.newScripts).toBe(2)
  })

  it('two scans of one tree at once end one after the other', async () => {
    const reports = await Promise.all([scan(all, { tree: 'twice' }), scan(all, { tree: 'twice' })])
    expect(reports.map(({ counts }) => counts.new).sort()).toEqual([0, 2])
  })
})
