import type { DeliveryReport } from '@bobbin/client'
import { readResultFile } from '@bobbin/core'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { announce } from '../../events/announce.js'
import { seedCase, TestApp } from '../../testing/test-app.js'
import { EARLY_PACE } from './early-placing.js'
import { IntakeService } from '../intake.service.js'
import { KnownScripts, type Learnt, ScriptMemory } from './known-scripts.js'
import { Stage } from './staging.js'

describe('what is known of scripts', () => {
  const place = { classname: 'ferry.Deck', suites: ['Deck'], sourceFile: 'deck.spec.ts', profile: null }
  const learnt = (more: Partial<Learnt> = {}): Learnt => ({ place, words: 'axle limit', scriptId: 7, ...more })

  it('holds for tests that say exactly the same', () => {
    const known = new KnownScripts(0)
    known.learn('jest', [learnt(), learnt({ words: 'lanes', scriptId: 8 })])
    expect(known.at(place)?.scripts.get('axle limit')).toBe(7)
    expect(known.at(place)?.scripts.get('axle')).toBeUndefined()
    for (const other of [{ classname: null }, { suites: ['Deck', 'Deck'] }, { sourceFile: null }, { profile: 'firefox' }])
      expect(known.at({ ...place, ...other })).toBeNull()
    expect(known.size).toBe(2)
  })

  it('is not told of a place that several runners tell', () => {
    const known = new KnownScripts(0)
    known.learn('jest', [learnt()])
    expect(known.at(place)?.framework).toBe('jest')
    known.learn('vitest', [learnt()])
    expect(known.at(place)?.framework).toBeUndefined()
    known.learn('jest', [learnt()])
    expect(known.at(place)?.framework).toBeUndefined()
  })

  it('is learnt of files that tell no runner only where no other tells one', () => {
    const known = new KnownScripts(0)
    known.learn(null, [learnt()])
    expect(known.at(place)).toMatchObject({ framework: null, scripts: new Map([['axle limit', 7]]) })
    known.learn('jest', [learnt({ words: 'lanes', scriptId: 8 })])
    expect(known.at(place)).toMatchObject({ framework: 'jest', scripts: new Map([['lanes', 8]]) })
    known.learn(null, [learnt()])
    expect(known.at(place)).toMatchObject({ framework: 'jest', scripts: new Map([['lanes', 8]]) })
    expect(known.size).toBe(1)
  })
})

describe('a file whose tests were taken for known', () => {
  const known = new KnownScripts(3)
  known.learn('jest', [{ place: { classname: 'c', suites: [], sourceFile: null, profile: null }, words: 'n', scriptId: 5 }])
  const [result] = readResultFile(Buffer.from('<testsuite><testcase classname="c" name="n"/></testsuite>')).results
  if (!result) throw new Error('the file has a test')

  it.each([
    ['jest', 3, true],
    ['vitest', 3, false],
    [null, 3, true],
    ['jest', 4, false],
  ])('of runner %s, with scripts forgotten %d times: %s', (framework, forgotten, holds) => {
    const stage = new Stage(known)
    stage.add({ ...result, suites: [] })
    expect([stage.scriptOf(0), stage.unknown, stage.holds(framework, { forgotten })]).toEqual([5, 0, holds])
    stage.dispose()
  })
})

it('only what has a script, and declares no key of no case, has its keys tied', () => {
  const text = ['a', 'b', 'c'].map((name) => `<testcase classname="c" name="${name}"><properties><property name="case" value="FERRY-101"/></properties></testcase>`) // prettier-ignore
  const stage = new Stage()
  for (const result of readResultFile(Buffer.from(`<testsuite>${text.join('')}</testsuite>`)).results) stage.add(result)
  // the last one turned out to be no test
  stage.found([0, 1], [8, 9])
  expect([...stage.settled(new Set([9]))]).toEqual([8])
  stage.notToLearn([0])
  expect([...stage.settled(new Set())]).toEqual([9])
  stage.dispose()
})

let bobbin: TestApp
let memory: ScriptMemory
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit')])
  memory = bobbin.app.get(ScriptMemory)
})
afterAll(() => bobbin.stop())

/** Tests of a stage that were looked for in the database. */
const found = vi.spyOn(Stage.prototype, 'found')
afterAll(() => vi.restoreAllMocks())
const lookedFor = () => found.mock.calls.reduce((sum, [seqs]) => sum + seqs.length, 0)
beforeEach(() => {
  found.mockClear()
})

const testcase = (classname: string, name: string, more = '') =>
  `<testcase classname="${classname}" name="${name}" time="0.25">${more}</testcase>`
const file = (suite: string, ...tests: string[]) => `<testsuites><testsuite name="${suite}">${tests.join('')}</testsuite></testsuites>`

const scriptsOf = ({ run }: DeliveryReport) =>
  bobbin.ask(
    `select r.script_id as script, s.name, s.suites, r.outcome from result r join script s on s.id = r.script_id where r.run_id = ${run?.id} order by s.name, s.id`,
  )

/** What is learnt is learnt after the answer. */
const learning = () => vi.waitFor(() => expect(memory.of(1)?.size ?? 0).toBeGreaterThan(0))

describe('a test that is known', () => {
  it('is not looked for again, and is the script that it was', async () => {
    const tests = ['a', 'b', 'c'].map((name) => testcase('known', name))
    const first = await bobbin.deliver(file('known', ...tests), { build: '1' })
    expect(lookedFor()).toBe(3)
    await learning()
    found.mockClear()
    const second = await bobbin.deliver(file('known', ...tests, testcase('known', 'd', '<failure message="no"/>')), { build: '2' })
    expect(lookedFor()).toBe(1)
    expect([first.newScripts, second.newScripts]).toEqual([3, 1])
    expect((await scriptsOf(second)).slice(0, 3)).toEqual(await scriptsOf(first))
    expect(second.changes).toMatchObject({ unchanged: 3 })
  })

  it('is looked for where it says something else, and says that from then on', async () => {
    const old = await bobbin.deliver(file('before', testcase('moves', 'm')), { build: '1', pipeline: 'moves' })
    await learning()
    const [before] = await scriptsOf(old)
    const moved = await bobbin.deliver(file('after', testcase('moves', 'm')), { build: '2', pipeline: 'moves' })
    const [after] = await scriptsOf(moved)
    expect(after).toEqual({ ...(before as object), suites: ['after'] })
    // what was known says “before”, and is known no more once every process is told
    const place = { classname: 'moves', suites: ['before'], sourceFile: null, profile: null }
    await vi.waitFor(() => expect(memory.of(1)?.at(place)?.scripts.has('m') ?? false).toBe(false))
    const back = await bobbin.deliver(file('before', testcase('moves', 'm')), { build: '3', pipeline: 'moves' })
    expect(await scriptsOf(back)).toEqual([before])
  })

  it('declares what it declared, and is tied to a case that was made since', async () => {
    const declares = testcase('claims', 'keyed', '<properties><property name="case" value="FERRY-102"/></properties>')
    const first = await bobbin.deliver(file('claims', declares), { build: '1', pipeline: 'claims' })
    expect(first.files[0]?.unknownKeys).toEqual([{ key: 'FERRY-102', test: 'keyed' }])
    await learning()
    await bobbin.ask(`insert into test_case (project_id, number, title) values (1, 102, 'Made since')`)
    found.mockClear()
    const second = await bobbin.deliver(file('claims', declares, ''), { build: '2', pipeline: 'claims' })
    expect(lookedFor()).toBe(0)
    expect(second.files[0]?.unknownKeys).toEqual([])
    expect(
      await bobbin.ask(
        `select c.number from link l join test_case c on c.id = l.case_id join script s on s.id = l.script_id where s.name = 'keyed'`,
      ),
    ).toEqual([{ number: 102 }])
  })

  it('is told apart from its twins, build after build', async () => {
    const twins = [testcase('twins', 'same'), testcase('twins', 'same'), testcase('twins', 'other')]
    const first = await bobbin.deliver(file('twins', ...twins), { build: '1', pipeline: 'twins' })
    await learning()
    const second = await bobbin.deliver(file('twins', ...twins, '<!-- 2 -->'), { build: '2', pipeline: 'twins' })
    expect(second.newScripts).toBe(0)
    expect(await scriptsOf(first)).toHaveLength(3)
    expect(await scriptsOf(second)).toEqual(await scriptsOf(first))
  })

  it('becomes attempts where it is tried again in its file or in another of its run', async () => {
    const place = { build: '1', pipeline: 'tries' }
    await bobbin.deliver(file('tries', testcase('tries', 't'), testcase('tries', 'u')), { ...place, build: '0' })
    await learning()
    const again = testcase('tries', 't', '<failure message="no"/>')
    await bobbin.deliver(file('tries', again, testcase('tries', 't'), testcase('tries', 'u')), place)
    const report = await bobbin.deliver(file('tries', testcase('tries', 'u', '<failure message="late"/>')), place)
    expect(report.run?.totals).toMatchObject({ total: 2, recovered: 1, failed: 1 })
    expect(await bobbin.ask(`select attempts from result where run_id = ${report.run?.id} order by script_id`)).toEqual([
      { attempts: 2 },
      { attempts: 2 },
    ])
    expect(await bobbin.send<object>('post', '/recount')).toMatchObject({ differing: [] })
  })
})

describe('a test whose keys are tied to their cases', () => {
  const keyed = (name: string, ...keys: string[]) =>
    testcase('tied', name, `<properties>${keys.map((key) => `<property name="case" value="${key}"/>`).join('')}</properties>`)
  const settled = () => memory.of(1)?.claims.settled ?? new Set()
  const idOf = async (name: string) => (await bobbin.ask(`select id from script where name = '${name}'`))[0]?.['id'] as number
  const links = (name: string) =>
    bobbin.ask(`select c.number, l.state from link l join script s on s.id = l.script_id join test_case c on c.id = l.case_id where s.name = '${name}' order by 1`) // prettier-ignore
  let build = 0
  const deliver = async (...tests: string[]) => {
    const { files } = await bobbin.deliver(file('tied', ...tests), { pipeline: 'tied', build: String(++build) })
    return files[0]?.unknownKeys
  }
  const staged = vi.spyOn(Stage.prototype, 'copySettled')
  beforeEach(() => {
    staged.mockClear()
  })

  it('is not looked at again; one that declares a key of no case is', async () => {
    const tests = [keyed('tied', 'FERRY-101'), keyed('astray', 'FERRY-101', 'FERRY-404')]
    expect(await deliver(...tests)).toEqual([{ key: 'FERRY-404', test: 'astray' }])
    await vi.waitFor(async () => expect(settled().has(await idOf('tied'))).toBe(true))
    expect(settled().has(await idOf('astray'))).toBe(false)
    expect(await deliver(...tests)).toEqual([{ key: 'FERRY-404', test: 'astray' }])
    expect(staged).not.toHaveBeenCalled()
  })

  it('is looked at when cases go, and come back', async () => {
    const test = keyed('comes and goes', 'FERRY-110')
    await bobbin.ask(`insert into test_case (project_id, number, title) values (1, 110, 'Comes and goes')`)
    expect(await deliver(test)).toEqual([])
    await vi.waitFor(async () => expect(settled().has(await idOf('comes and goes'))).toBe(true))
    await bobbin.ask(`update test_case set deleted_at = now() where number = 110`)
    expect(await deliver(test)).toEqual([{ key: 'FERRY-110', test: 'comes and goes' }])
    expect(staged).toHaveBeenCalledTimes(1)
    await bobbin.ask(`update test_case set deleted_at = null where number = 110`)
    expect(await deliver(test)).toEqual([])
    await bobbin.ask(`delete from test_case where number = 110`)
    expect(await deliver(test)).toEqual([{ key: 'FERRY-110', test: 'comes and goes' }])
  })

  it('is tied again when its link is removed, and stays rejected where a person rejected it', async () => {
    const tests = [keyed('untied', 'FERRY-101'), keyed('refused', 'FERRY-101')]
    await deliver(...tests)
    await vi.waitFor(async () => expect(settled().has(await idOf('refused'))).toBe(true))
    await bobbin.ask(`update link set state = 'rejected' where script_id = ${await idOf('refused')}`)
    await bobbin.ask(`delete from link where script_id = ${await idOf('untied')}`)
    await deliver(...tests)
    expect(await links('untied')).toEqual([{ number: 101, state: 'active' }])
    expect(await links('refused')).toEqual([{ number: 101, state: 'rejected' }])
  })

  it('is what it is beside twins that declare the same', async () => {
    await deliver(keyed('alone', 'FERRY-101'))
    await vi.waitFor(async () => expect(settled().has(await idOf('alone'))).toBe(true))
    await deliver(keyed('alone', 'FERRY-101'), keyed('alone', 'FERRY-101'))
    const scripts = await bobbin.ask(`select id from script where name = 'alone'`)
    expect(await links('alone')).toEqual(scripts.map(() => ({ number: 101, state: 'active' })))
  })

  it('is known only as of what was counted last', () => {
    const known = new KnownScripts(0)
    known.settle(4, [1, 2])
    known.settle(4, [3])
    known.settle(3, [9])
    expect(known.claims).toEqual({ changed: 4, settled: new Set([1, 2, 3]) })
    known.settle(5, [3])
    expect(known.claims).toEqual({ changed: 5, settled: new Set([3]) })
  })

  it('counts what happens to cases, and not what is said of them', async () => {
    const count = async () => Number((await bobbin.ask('select claims_changed as n from project where id = 1'))[0]?.['n'])
    const before = await count()
    await bobbin.ask(`update test_case set title = 'Axle limit, again' where number = 101`)
    expect(await count()).toBe(before)
    await bobbin.ask(`insert into test_case (project_id, number, title) values (1, 120, 'a'), (1, 121, 'b')`)
    expect(await count()).toBe(before + 1)
  })
})

describe('what was known no longer holds', () => {
  it('where scripts were forgotten: the file is read again, and makes what is not there', async () => {
    const tests = file('gone', testcase('gone', 'stays'), testcase('gone', 'goes'))
    await bobbin.deliver(tests, { build: '1', pipeline: 'gone' })
    await learning()
    for (const table of ['attempt', 'result'])
      await bobbin.ask(`delete from ${table} where script_id in (select id from script where name = 'goes')`)
    await bobbin.ask(`delete from script where name = 'goes'`)
    const report = await bobbin.deliver(tests, { build: '2', pipeline: 'gone' })
    expect(report).toMatchObject({ newScripts: 1, files: [{ status: 'stored' }], run: { totals: { total: 2 } } })
    expect(await scriptsOf(report)).toHaveLength(2)
  })

  it.each([
    ['at its end', EARLY_PACE],
    ['while it was read', { ...EARLY_PACE, first: 10, step: 10 }],
  ])('where it could not be committed, of a file placed %s', async (_, pace) => {
    // what is deferred to the commit makes the commit fail
    await bobbin.ask(`create function fail() returns trigger language plpgsql as $$ begin raise exception 'not now'; end $$`)
    await bobbin.ask('create constraint trigger fails after insert on result_file deferrable initially deferred for each row execute function fail()') // prettier-ignore
    const intake = bobbin.app.get(IntakeService)
    intake.earlyPace = pace
    memory.forget(1)
    const place = { pipeline: 'fails', build: String(pace.first) }
    const tests = Array.from({ length: 400 }, (_, i) =>
      testcase(`fails ${pace.first}`, `t${i}`, `<system-out>${'quay '.repeat(200)}</system-out>`),
    )
    try {
      await expect(bobbin.deliver(file('fails', ...tests), place)).rejects.toThrow()
      await bobbin.ask('drop trigger fails on result_file')
      expect(memory.of(1)).toBeNull()
      const report = await bobbin.deliver(file('fails', ...tests), place)
      expect(report.newScripts).toBe(400)
      expect(await scriptsOf(report)).toHaveLength(400)
    } finally {
      intake.earlyPace = EARLY_PACE
      await bobbin.ask('drop function fail() cascade')
    }
  })

  it('where another process told a script anew', async () => {
    await bobbin.deliver(file('elsewhere', testcase('elsewhere', 'e')), { build: '1', pipeline: 'elsewhere' })
    await learning()
    await announce(bobbin.app.get(IntakeService), 1, ['scripts'])
    await vi.waitFor(() => expect(memory.of(1)).toBeNull())
  })

  it('goes with its project', async () => {
    await bobbin.deliver(file('s', testcase('s', 's')), { build: '1' }, 'skerries')
    await vi.waitFor(() => expect(memory.of(2)?.size).toBeGreaterThan(0))
    await bobbin.ask('delete from delivery where project_id = 2')
    await bobbin.ask('delete from project where id = 2')
    expect(await bobbin.ask('select 1 from script where project_id = 2')).toEqual([])
  })
})
