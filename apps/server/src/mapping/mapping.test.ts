import type {
  CaseDetail,
  AlikeList,
  MappingDecided,
  MappingList,
  MappingOverview,
  MappingRules,
  PushReport,
  ScanReport,
  ScriptDetail,
  StampList,
} from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { until } from '../testing/plans.js'
import { seedCase, TestApp } from '../testing/test-app.js'
import { SUGGEST, Suggester } from './suggester.js'

let bobbin: TestApp
let send: <T>(method: string, path: string, body?: unknown) => Promise<T>
beforeAll(async () => {
  bobbin = await TestApp.start([
    seedCase(214, 'Vehicle deck refuses a load over the axle limit'),
    seedCase(215, 'Load exactly at the limit is accepted'),
    seedCase(311, 'Scanner rejoins after a tunnel'),
    seedCase(400, 'Something else altogether'),
  ])
  send = await bobbin.person()
  await scan(DECK)
})
afterAll(() => bobbin.stop())

const testOf = (name: string, file = 'deck/axle.spec.ts', body = name) => ({
  framework: 'vitest',
  file,
  line: 3,
  endLine: 5,
  suites: [],
  name,
  tags: [],
  keys: [] as string[],
  fingerprint: body,
  bodySize: 100,
})
const DECK = [
  testOf('refuses a load over the axle limit'),
  testOf('accepts a load at the limit'),
  testOf('scanner rejoins after tunnel', 'gate/offline.spec.ts'),
  testOf('clock drift under two minutes', 'gate/offline.spec.ts'),
]

async function scan(tests: ReturnType<typeof testOf>[], tree = 'core'): Promise<ScanReport> {
  const { id } = await send<{ id: number }>('POST', '/scans', { tree, branch: 'main', files: 2 })
  await send('POST', `/scans/${id}/tests`, { from: 0, tests })
  return send('POST', `/scans/${id}/finish`, { tests: tests.length, unread: [] })
}

async function suggested(): Promise<void> {
  const [project] = await bobbin.ask<{ id: number }>(`select id from project where slug = 'gullhaven'`)
  // the scan before it has them made, too, in the background
  await until(async () => {
    const [{ open } = { open: 1 }] = await bobbin.ask<{ open: number }>(
      `select count(*)::int as open from jobs.job where name = '${SUGGEST}' and state in ('created', 'retry', 'active')`,
    )
    return open === 0
  })
  await bobbin.app.get(Suggester).suggest(project?.id ?? 0)
}
const overview = () => bobbin.get<MappingOverview>('/mapping')
const list = (query = '') => bobbin.get<MappingList>(`/mapping/scripts${query}`)
const row = async (name: string) => (await list()).rows.find((one) => one.name === name)
const idOf = async (name: string) => (await row(name))?.id ?? 0

describe('suggestions', () => {
  it('are made for all scripts at once, with a confidence and reasons', async () => {
    await suggested()
    const refuses = await row('refuses a load over the axle limit')
    expect(refuses?.suggestions[0]).toMatchObject({ caseKey: 'FERRY-214', chosen: true })
    expect(refuses?.suggestions[0]?.reasons[0]).toMatchObject({ kind: 'words' })
    expect((await row('clock drift under two minutes'))?.suggestions).toEqual([])
    const { counts, suggesting } = await overview()
    expect(counts).toMatchObject({ scripts: 4, unlinked: 4 })
    expect(counts.sure + counts.choose).toBe(3)
    expect(suggesting).toMatchObject({ running: false, scripts: 4, done: 4 })
  })

  it('are accepted and rejected in one act, which can be undone', async () => {
    const [refuses, accepts] = [await idOf('refuses a load over the axle limit'), await idOf('accepts a load at the limit')]
    const { actId } = await send<MappingDecided>('POST', '/mapping/decisions', {
      decisions: [
        { script: refuses, case: 'FERRY-214', verdict: 'accept' },
        { script: accepts, case: 'FERRY-215', verdict: 'reject' },
      ],
    })
    expect((await bobbin.get<ScriptDetail>(`/scripts/${refuses}`)).links).toMatchObject([
      { caseKey: 'FERRY-214', origin: 'suggested', state: 'active' },
    ])
    expect((await row('accepts a load at the limit'))?.suggestions.map((one) => one.caseKey)).not.toContain('FERRY-215')
    expect((await list('?only=unlinked')).rows.map((one) => one.id)).not.toContain(refuses)
    await send('POST', `/acts/${actId}/undo`)
    expect((await bobbin.get<ScriptDetail>(`/scripts/${refuses}`)).links).toEqual([])
    expect((await row('accepts a load at the limit'))?.suggestions.map((one) => one.caseKey)).toContain('FERRY-215')
  })

  it('are refused as a whole where a case is gone', async () => {
    const script = await idOf('refuses a load over the axle limit')
    const decisions = [
      { script, case: 'FERRY-214', verdict: 'accept' },
      { script, case: 'FERRY-999', verdict: 'accept' },
    ]
    await expect(send('POST', '/mapping/decisions', { decisions })).rejects.toMatchObject({ status: 404 })
    expect((await bobbin.get<ScriptDetail>(`/scripts/${script}`)).links).toEqual([])
  })
})

describe('what was decided', () => {
  it('makes the next suggestions less sure, where many were rejected', async () => {
    await suggested()
    const before = (await row('refuses a load over the axle limit'))?.suggestions[0]
    const decisions = (await overview()).suggesting.decisions
    // so many that were called as sure, and were wrong
    await bobbin.ask(
      `with s as (insert into script (project_id, identity, name) select p.id, sha256(convert_to('decided ' || i, 'UTF8')), 'decided ' || i
         from project p, generate_series(1, 40) i where p.slug = 'gullhaven' returning id, project_id)
       insert into link (project_id, script_id, case_id, origin, state, suggested) select s.project_id, s.id, c.id, 'suggested', 'rejected', 0.95
         from s join test_case c on c.project_id = s.project_id and c.number = 400`,
    )
    expect((await overview()).suggesting.decisions).toBe(decisions + 40)
    await suggested()
    const after = (await row('refuses a load over the axle limit'))?.suggestions[0]
    expect(after?.caseKey).toBe(before?.caseKey)
    expect(after?.confidence).toBeLessThan((before?.confidence ?? 0) - 0.2)
    await bobbin.ask(`delete from script where name like 'decided %'`)
    await suggested()
    expect((await row('refuses a load over the axle limit'))?.suggestions[0]?.confidence).toBe(before?.confidence)
  })

  it('is kept with how sure the suggestion was', async () => {
    const script = await idOf('refuses a load over the axle limit')
    const { actId } = await send<MappingDecided>('POST', '/mapping/decisions', {
      decisions: [{ script, case: 'FERRY-214', verdict: 'accept' }],
    })
    const [link] = await bobbin.ask<{ suggested: number }>(`select suggested from link where script_id = ${script}`)
    expect(link?.suggested).toBeGreaterThan(0.5)
    await send('POST', `/acts/${actId}/undo`)
  })
})

describe('findings', () => {
  it('a linked script that is gone from the code is broken; one whose code changed is stale until somebody confirms it', async () => {
    const [refuses, rejoins] = [await idOf('refuses a load over the axle limit'), await idOf('scanner rejoins after tunnel')]
    await send('POST', '/mapping/decisions', {
      decisions: [
        { script: refuses, case: 'FERRY-214', verdict: 'accept' },
        { script: rejoins, case: 'FERRY-311', verdict: 'accept' },
      ],
    })
    await scan([
      testOf('refuses a load over the axle limit', 'deck/axle.spec.ts', 'changed'),
      ...DECK.filter(({ name }) => name.startsWith('accepts')),
    ])
    expect((await list('?only=broken')).rows.map((one) => one.id)).toEqual([rejoins])
    expect((await list('?only=stale')).rows.map((one) => one.id)).toEqual([refuses])
    expect((await overview()).counts).toMatchObject({ broken: 1, stale: 1 })
    await send('POST', '/mapping/reviews', { scripts: [refuses] })
    expect((await overview()).counts.stale).toBe(0)
  })

  it('a case that was reworded after its link asks whether the script still verifies it; one that is retired, for another', async () => {
    const refuses = await idOf('refuses a load over the axle limit')
    expect((await overview()).counts).toMatchObject({ reworded: 0, retired: 0 })
    // a change of priority is none of its words
    await bobbin.ask(`update test_case set priority = 2, updated_at = now() where number = 214`)
    expect((await overview()).counts.reworded).toBe(0)
    await bobbin.ask(`update test_case set steps = '[{"action": "Load axle 3", "expected": "It refuses"}]' where number = 214`)
    expect((await list('?only=reworded')).rows.map(({ id, findings }) => [id, findings])).toEqual([[refuses, ['reworded']]])
    await send('POST', '/mapping/reviews', { scripts: [refuses] })
    expect((await overview()).counts.reworded).toBe(0)
    await bobbin.ask(`update test_case set state = 'retired' where number = 214`)
    expect((await list('?only=retired')).rows.map(({ id, findings }) => [id, findings])).toEqual([[refuses, ['retired']]])
    await bobbin.ask(`update test_case set state = 'draft' where number = 214`)
  })

  it('cases that say nearly the same are told until somebody says that they are different', async () => {
    await bobbin.ask(
      `insert into test_case (project_id, number, title, steps, preconditions, area_id) select project_id, number + 500, 'The ' || title, steps, preconditions, area_id from test_case where number = 214`,
    )
    await suggested()
    const { rows } = await bobbin.get<AlikeList>('/mapping/alike')
    expect(rows).toMatchObject([{ one: { key: 'FERRY-214', scripts: 1 }, other: { key: 'FERRY-714', scripts: 0 } }])
    expect((await overview()).counts.alike).toBe(1)
    await send('POST', `/mapping/alike/${rows[0]?.id}/different`)
    expect((await bobbin.get<AlikeList>('/mapping/alike')).rows).toEqual([])
    // and stays so when they are compared again
    await suggested()
    expect((await overview()).counts.alike).toBe(0)
    const [act] = await bobbin.ask<{ subjects: string[] }>(`select subjects from act where kind = 'case.different'`)
    expect(act?.subjects).toHaveLength(2)
    await bobbin.ask('delete from test_case where number = 714')
  })

  it('a key that two scripts declare is a finding where a key belongs to one script', async () => {
    const keyed = (name: string) => ({ ...testOf(name, 'y/copied.spec.ts'), keys: ['FERRY-215'] })
    await scan([keyed('full load'), keyed('full load, copied')], 'copied')
    expect((await overview()).counts.claimedTwice).toBe(0)
    await send('PATCH', '', { oneScriptPerKey: true })
    const { rows } = await list('?only=claimedTwice')
    expect(rows.map(({ name, claimedKeys }) => [name, claimedKeys])).toEqual([
      ['full load', ['FERRY-215']],
      ['full load, copied', ['FERRY-215']],
    ])
    expect((await overview()).counts.claimedTwice).toBe(2)
    await scan([keyed('full load')], 'copied')
    expect((await overview()).counts.claimedTwice).toBe(0)
    await send('PATCH', '', { oneScriptPerKey: false })
  })

  it('a linked script is silent where the newest runs, five or more, did not report it', async () => {
    await scan([testOf('stays', 'quiet/a.spec.ts'), testOf('falls silent', 'quiet/a.spec.ts')], 'quiet')
    const [stays, silent] = [await idOf('stays'), await idOf('falls silent')]
    await send('POST', '/mapping/decisions', {
      decisions: [stays, silent].map((script) => ({ script, case: 'FERRY-400', verdict: 'accept' })),
    })
    const told = async () => {
      const found = (await list('?only=silent')).rows.map(({ id }) => id)
      expect((await overview()).counts.silent).toBe(found.length)
      return found.filter((id) => id === stays || id === silent)
    }
    const run = (build: number, name: string) =>
      bobbin.deliver(
        `<testsuites name="vitest tests"><testsuite name="quiet/a.spec.ts"><testcase classname="quiet/a.spec.ts" name="${name}" time="0.1"/></testsuite></testsuites>`,
        { build: String(build) },
      )
    for (const build of [1, 2, 3, 4]) await run(build, 'stays')
    expect(await told()).toEqual([])
    await run(5, 'stays')
    expect(await told()).toEqual([silent])
    await run(6, 'falls silent')
    expect(await told()).toEqual([])
  })

  it('two scripts with one body are duplicates', async () => {
    await scan([testOf('a', 'x/a.spec.ts', 'same body'), testOf('b', 'x/b.spec.ts', 'same body')], 'alike')
    expect((await list('?only=duplicate')).rows.map((one) => one.name)).toEqual(['a', 'b'])
  })

  it('a rename that is not sure is put before a person, and joined when they say so', async () => {
    const first = testOf('opens the gate for a bus', 'q/gate.spec.ts', 'short')
    await scan([{ ...first, bodySize: 20 }], 'asked')
    const old = await idOf('opens the gate for a bus')
    await send('POST', '/mapping/decisions', { decisions: [{ script: old, case: 'FERRY-400', verdict: 'accept' }] })
    const report = await scan([{ ...testOf('opens the gate for a coach', 'q/gates.spec.ts', 'short'), bodySize: 20 }], 'asked')
    expect(report.counts).toMatchObject({ questions: 1, new: 1, gone: 1 })
    const [question] = (await overview()).questions
    expect(question).toMatchObject({ old: { id: old, cases: ['FERRY-400'] }, new: { name: 'opens the gate for a coach' } })
    const after = await send<MappingOverview>('POST', `/mapping/renames/${question?.id}`, { same: true })
    expect(after.questions).toEqual([])
    expect(await row('opens the gate for a coach')).toMatchObject({ id: old, goneAt: null, links: [{ caseKey: 'FERRY-400' }] })
    expect((await list('?search=opens')).total).toBe(1)
  })
})

describe('from the automation side', () => {
  const pushed = (name: string) => ({
    file: 'push/a.spec.ts',
    suites: [],
    name,
    steps: [{ action: 'Open the gate', expected: 'It opens' }],
  })
  it('pushes tests as cases with their steps into an area, and none twice', async () => {
    await scan([testOf('gate opens by hand', 'push/a.spec.ts'), testOf('gate shuts by hand', 'push/a.spec.ts')], 'pushed')
    const body = { tree: 'pushed', area: ['Gate scanner', 'By hand'], tests: [pushed('gate opens by hand'), pushed('gate shuts by hand')] }
    const first = await send<PushReport>('POST', '/mapping/pushes', body)
    expect(first.made.map(({ name }) => name)).toEqual(['gate opens by hand', 'gate shuts by hand'])
    expect((await send<PushReport>('POST', '/mapping/pushes', body)).made).toEqual([])
    const [key = ''] = first.made.map((one) => one.key)
    expect(await bobbin.get<CaseDetail>(`/cases/${key}`)).toMatchObject({
      title: 'gate opens by hand',
      steps: [{ action: 'Open the gate', expected: 'It opens' }],
    })
    expect(await bobbin.ask(`select kind from act where kind = 'case.pushed'`)).toHaveLength(1)
    await expect(send('POST', '/mapping/pushes', { ...body, tests: [pushed('never scanned')] })).rejects.toThrow(/Scan first/)
  })

  it('tells which keys the code does not declare yet', async () => {
    const { rows } = await bobbin.get<StampList>('/mapping/stamps?tree=pushed')
    expect(rows.map(({ name, keys }) => [name, keys.length])).toEqual([
      ['gate opens by hand', 1],
      ['gate shuts by hand', 1],
    ])
  })
})

describe('rules', () => {
  it('tell what they would do, and make cases so', async () => {
    await scan([testOf('test_winch_holds', 'winch/test_winch.py')], 'ruled')
    const rules = [
      { kind: 'area', from: 'winch/**', to: 'Deck planner/Winches' },
      { kind: 'title', from: '**/*.py', to: '{words}' },
    ]
    const preview = await send<MappingRules>('POST', '/mapping/rules/preview', { rules })
    expect(preview.catches.map(({ without, lately }) => [without, lately])).toEqual([
      [1, 1],
      [1, 1],
    ])
    expect(preview.catches[0]?.examples).toEqual([
      { script: 'test_winch_holds', file: 'winch/test_winch.py', area: 'Deck planner › Winches', title: 'Winch holds', tags: [] },
    ])
    expect((await bobbin.get<MappingRules>('/mapping/rules')).rules).toEqual([])
    await send('PUT', '/mapping/rules', { rules })
    await send('POST', '/scripts/decisions', { scripts: [await idOf('test_winch_holds')], decision: 'make' })
    const [link] = (await row('test_winch_holds'))?.links ?? []
    expect(link?.caseTitle).toBe('Winch holds')
    const { cases } = await list('?search=winch')
    expect(cases[0]?.areas).toEqual(['Deck planner', 'Winches'])
  })
})

it('scripts that are dropped on an area get their cases there', async () => {
  await scan([testOf('anchor chain runs free', 'anchor/a.spec.ts')], 'dropped')
  const script = await idOf('anchor chain runs free')
  await send('POST', '/scripts/decisions', { scripts: [script], decision: 'make', area: ['Harbour', 'Anchors'] })
  expect((await list('?search=anchor')).cases[0]?.areas).toEqual(['Harbour', 'Anchors'])
})
