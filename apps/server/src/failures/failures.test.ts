import type {
  FailureDecided,
  FailureDetail,
  FailureList,
  MuteList,
  Muted,
  Quarantined,
  ProjectRules,
  QuarantineList,
  SuggestionScore,
} from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'
import { FailureWatch } from './failure-watch.js'

let bobbin: TestApp
let ask: AsPerson

/** Five builds: the axle tests fail alike from the third on; `late` fails by itself in the last; `flaky` passes when tried again. */
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  ask = await bobbin.person()
  for (let build = 1; build <= 5; build++) {
    const axle = (n: number) => ({
      name: `axle ${n}`,
      key: n === 1 ? 'FERRY-214' : undefined,
      fails: build >= 3 ? `load of vehicle &quot;V-${n}&quot; was accepted over the axle limit` : undefined,
    })
    const late = { name: 'late', fails: build === 5 ? 'manifest total is off by one kilogram' : undefined }
    const flaky =
      build % 2 === 0
        ? '<testcase classname="gate" name="tunnel" time="1"><flakyFailure message="scanner gave no answer in the tunnel" time="3"><stackTrace>at a</stackTrace></flakyFailure></testcase>'
        : '<testcase classname="gate" name="tunnel" time="1"/>'
    await bobbin.deliver(resultFile([axle(1), axle(2), axle(3), late, 'calm'], flaky), { build: String(build), commit: `c0ffee${build}` })
  }
  await bobbin.app.get(FailureWatch).tick()
})
afterAll(() => bobbin.stop())

const list = (query = '') => ask<FailureList>('GET', `/failures${query}`)
const rowOf = async (part: string) => {
  const row = (await list()).rows.find(({ title }) => title.includes(part))
  if (!row) throw new Error(`no cause “${part}”`)
  return row
}

describe('the list of causes', () => {
  it('holds causes, not tests, and equals a recount', async () => {
    const { rows, causes, failures, counts } = await list()
    expect(rows.map(({ title, tests, failures: n, seenIn, buildsSeen, state }) => [title, tests, n, seenIn, buildsSeen, state])).toEqual([
      ['load of vehicle "V-1" was accepted over the axle limit', 3, 9, 3, 5, 'untriaged'],
      ['manifest total is off by one kilogram', 1, 1, 1, 5, 'untriaged'],
      ['scanner gave no answer in the tunnel', 1, 2, 2, 5, 'untriaged'],
    ])
    const [sums] = await bobbin.ask<{ red: number }>('select count(*)::int as red from result where outcome in (2, 3, 7)')
    expect([causes, failures, counts.untriaged]).toEqual([3, sums?.red, 3])
    expect(rows[0]?.strip.map(({ tests }) => tests)).toEqual([0, 0, 3, 3, 3])
    expect(rows[0]).toMatchObject({ since: { build: '3', commit: 'c0ffee3' }, last: { build: '5' }, areas: ['Deck planner'] })
  })

  it('is filtered by state, cause, words and run', async () => {
    expect((await list('?search=MANIFEST')).rows).toHaveLength(1)
    expect((await list('?state=known')).rows).toEqual([])
    expect((await list('?cause=none')).rows).toHaveLength(3)
    const [run] = await bobbin.ask<{ id: number }>('select min(id) as id from run where failed > 0')
    expect((await list(`?run=${run?.id}`)).rows.map(({ tests }) => tests)).toEqual([3])
  })
})

describe('one cause', () => {
  it('tells its tests, wordings, commits since the last good build, and an example', async () => {
    const detail = await ask<FailureDetail>('GET', `/failures/${(await rowOf('axle')).id}`)
    expect(detail.tests.map(({ script, thread, failures }) => [script.name, thread, failures])).toEqual([
      ['axle 1', '11222', 3],
      ['axle 2', '11222', 3],
      ['axle 3', '11222', 3],
    ])
    expect(detail.commits.map(({ build, commit }) => [build, commit])).toEqual([['3', 'c0ffee3']])
    expect(detail.lastGood?.build).toBe('2')
    expect(detail.example).toMatchObject({ type: 'AssertionError', bad: { build: '5' }, good: { build: '2' } })
    expect([detail.allBuilds, detail.allTests]).toEqual([3, 3])
  })

  it('suggests what it likely is, with reasons', async () => {
    const { row, reasons } = await ask<FailureDetail>('GET', `/failures/${(await rowOf('tunnel')).id}`)
    expect(row.suggested?.cause).toBe('flaky')
    expect(reasons.map(({ code }) => code)).toContain('recovered')
  })
})

describe('decisions', () => {
  it('are made, undone, and told to who decides at the same moment', async () => {
    const { id, version } = await rowOf('manifest')
    const made = await ask<FailureDecided>('PUT', `/failures/${id}/cause`, { cause: 'data', version })
    expect(await rowOf('manifest')).toMatchObject({ cause: 'data', state: 'known' })
    await expect(ask('PUT', `/failures/${id}/cause`, { cause: 'product', version })).rejects.toMatchObject({ code: 'decidedMeanwhile' })
    expect((await rowOf('manifest')).cause).toBe('data')
    await ask('POST', `/acts/${made.actId}/undo`)
    expect(await rowOf('manifest')).toMatchObject({ cause: null, state: 'untriaged' })
  })

  it('merge causes, and split wordings off again; later failures follow', async () => {
    const [axle, manifest] = [await rowOf('axle'), await rowOf('manifest')]
    const merged = await ask<FailureDecided>('POST', `/failures/${axle.id}/merge`, { ids: [manifest.id] })
    expect((await list()).causes).toBe(2)
    expect(await rowOf('axle')).toMatchObject({ id: axle.id, tests: 4, failures: 10 })
    // a link to the other one leads to this one
    expect((await ask<FailureDetail>('GET', `/failures/${manifest.id}`)).row.id).toBe(axle.id)
    const { variants } = await ask<FailureDetail>('GET', `/failures/${axle.id}`)
    expect(variants.map(({ failures }) => failures)).toEqual([9, 1])
    const signatures = variants.map(({ signatureId }) => signatureId)
    await expect(ask('POST', `/failures/${axle.id}/split`, { signatures })).rejects.toMatchObject({ code: 'splitsAll' })
    const split = await ask<FailureDecided>('POST', `/failures/${axle.id}/split`, { signatures: signatures.slice(1) })
    expect((await list()).causes).toBe(3)
    expect(await rowOf('manifest')).toMatchObject({ id: split.id, failures: 1 })
    await ask('POST', `/acts/${split.actId}/undo`)
    expect((await list()).causes).toBe(2)
    await ask('POST', `/acts/${merged.actId}/undo`)
    expect((await list()).causes).toBe(3)
  })

  it('mute a cause until a build, which ends it and says so', async () => {
    const { id } = await rowOf('manifest')
    await expect(ask('POST', `/failures/${id}/mute`, { untilAt: '2020-01-01T00:00:00Z', reason: '' })).rejects.toMatchObject({
      code: 'past',
    })
    await expect(ask('POST', `/failures/${id}/mute`, { untilDefect: true, reason: '' })).rejects.toMatchObject({ code: 'noDefect' })
    const { actId } = await ask<Muted>('POST', `/failures/${id}/mute`, { untilBuild: '7', reason: 'waits for the scale' })
    expect(await rowOf('manifest')).toMatchObject({ state: 'muted', mute: { untilBuild: '7', by: 'runa', reason: 'waits for the scale' } })
    await ask('POST', `/acts/${actId}/undo`)
    expect((await rowOf('manifest')).state).toBe('untriaged')
    await ask('POST', `/failures/${id}/mute`, { untilBuild: '7', reason: '' })
    await bobbin.deliver(resultFile(['calm']), { build: '6' })
    await bobbin.app.get(FailureWatch).tick()
    expect((await rowOf('manifest')).state).toBe('muted')
    await bobbin.deliver(resultFile(['calm']), { build: '10' })
    await bobbin.app.get(FailureWatch).tick()
    expect((await rowOf('manifest')).state).toBe('untriaged')
    expect((await ask<MuteList>('GET', '/mutes')).rows[0]).toMatchObject({ endedWhy: 'build' })
    const events = await bobbin.ask<{ title: string }>(`select title from notification_event where kind = 'muteEnded'`)
    expect(events.map(({ title }) => title)).toEqual(['No longer muted: manifest total is off by one kilogram'])
  })

  it('mute a cause in one environment, and it is still to be triaged', async () => {
    const { id } = await rowOf('manifest')
    const [environment] = await bobbin.ask<{ id: number }>(`select id from environment where name = 'pier-test'`)
    const { actId } = await ask<Muted>('POST', `/failures/${id}/mute`, { untilBuild: '99', environmentId: environment?.id, reason: '' })
    expect(await rowOf('manifest')).toMatchObject({ state: 'untriaged', mute: { untilBuild: '99', environment: 'pier-test' } })
    await ask('POST', `/acts/${actId}/undo`)
  })

  it('a mute whose date has passed ends by itself', async () => {
    const { id } = await rowOf('manifest')
    const muted = await ask<Muted>('POST', `/failures/${id}/mute`, { untilAt: new Date(Date.now() + 60_000).toISOString(), reason: '' })
    await bobbin.ask(`update mute set until_at = now() - interval '1 second' where id = ${muted.id}`)
    await bobbin.app.get(FailureWatch).tick()
    expect((await ask<MuteList>('GET', '/mutes')).rows.find((row) => row.id === muted.id)).toMatchObject({ endedWhy: 'date' })
  })

  it('count towards how often suggestions were right', async () => {
    const { id, suggested } = await rowOf('tunnel')
    await ask('PUT', `/failures/${id}/cause`, { cause: suggested?.cause })
    await ask('PUT', `/failures/${(await rowOf('axle')).id}/cause`, { cause: 'script' })
    const score = await ask<SuggestionScore>('GET', '/failures/score')
    expect([score.decided, score.right, score.decideAbove]).toEqual([2, 1, null])
    expect(await ask<ProjectRules>('GET', '/rules')).toMatchObject({ quarantineLimit: 20, resolveAfter: 5, decideAbove: null })
  })

  it('put a test into quarantine, up to the limit, until it passed often enough', async () => {
    const { tests } = await ask<FailureDetail>('GET', `/failures/${(await rowOf('tunnel')).id}`)
    const scriptId = tests[0]?.script.id
    const more = (await ask<FailureDetail>('GET', `/failures/${(await rowOf('manifest')).id}`)).tests.map(({ script }) => script.id)
    const both = await ask<Quarantined>('POST', '/quarantine', { scriptIds: [scriptId, more[0]], reason: 'both shaky', passes: 2 })
    expect((await ask<QuarantineList>('GET', '/quarantine')).open).toBe(2)
    await ask('POST', `/acts/${both.actId}/undo`)
    expect(await ask<QuarantineList>('GET', '/quarantine')).toMatchObject({ open: 0, rows: [] })
    await bobbin.ask(`update project set quarantine_limit = 1`)
    await expect(ask('POST', '/quarantine', { scriptIds: [scriptId, more[0]], reason: 'both', passes: 2 })).rejects.toMatchObject({
      code: 'quarantineFull',
    })
    await ask('POST', '/quarantine', { scriptIds: [scriptId], reason: 'shaky', passes: 2 })
    await expect(ask('POST', '/quarantine', { scriptIds: [scriptId], reason: 'again', passes: 2 })).rejects.toMatchObject({
      code: 'quarantineFull',
    })
    for (const build of ['11', '12']) {
      await bobbin.deliver(resultFile([], '<testcase classname="gate" name="tunnel" time="1"/>'), { build })
      await bobbin.app.get(FailureWatch).tick()
    }
    expect((await ask<QuarantineList>('GET', '/quarantine')).rows).toMatchObject([{ endedWhy: 'passed', owner: { name: 'runa' } }])
  })
})

describe('in the background', () => {
  it('resolves a cause whose tests passed in enough builds, and opens it again when it is back', async () => {
    await bobbin.ask('update project set resolve_after = 2')
    for (const build of ['20', '21']) await bobbin.deliver(resultFile(['late']), { build })
    await bobbin.app.get(FailureWatch).tick()
    expect(await rowOf('manifest')).toMatchObject({ state: 'resolved', resolvedByItself: true })
    await bobbin.deliver(resultFile([{ name: 'late', fails: 'manifest total is off by one kilogram' }]), { build: '22' })
    await bobbin.app.get(FailureWatch).tick()
    const row = await rowOf('manifest')
    expect([row.state, row.resolvedAt, row.backAt === null]).toEqual(['untriaged', null, false])
    const events = await bobbin.ask<{ title: string }>(
      `select title from notification_event where kind in ('resolved', 'backAgain') order by id`,
    )
    expect(events.map(({ title }) => title)).toEqual([
      'Resolved by itself: manifest total is off by one kilogram',
      'Back in build 22: manifest total is off by one kilogram',
    ])
  })

  it('shows what only follows another failure below it, and does not count it as a finding', async () => {
    const blocked =
      '<testcase classname="customs" name="declaration is sent" time="0"><skipped message="Method depends on not successfully finished methods: declaration is opened"/></testcase>'
    const opened =
      '<testcase classname="customs" name="declaration is opened" time="1"><failure message="customs office answered with an odd status">at customs.py:88</failure></testcase>'
    const says =
      '<testcase classname="customs" name="declaration is signed" time="1"><failure message="nothing to sign, because declaration is opened failed">at customs.py:90</failure></testcase>'
    await bobbin.deliver(resultFile([], opened + blocked + says), { build: '30' })
    await bobbin.app.get(FailureWatch).tick()
    const [, below] = (await list()).rows.filter(({ title }) => /customs|nothing to sign/.test(title))
    const first = await rowOf('customs office')
    expect([first.tests, first.knockOn, first.behind]).toEqual([1, 2, null])
    expect(below).toMatchObject({ behind: { id: first.id }, failures: 1 })
    const { following } = await ask<FailureDetail>('GET', `/failures/${first.id}`)
    expect(following.map(({ script, rule }) => [script.name, rule]).sort()).toEqual([
      ['declaration is sent', 'blocked'],
      ['declaration is signed', 'chain'],
    ])
  })

  it('takes a sure suggestion by itself where the project lets it', async () => {
    await bobbin.ask('update project set decide_above = 0.6')
    await bobbin.deliver(resultFile([{ name: 'pier', errors: 'connect ECONNREFUSED 10.2.0.7:5433' }]), { build: '31' })
    await bobbin.app.get(FailureWatch).tick()
    expect(await rowOf('ECONNREFUSED')).toMatchObject({ cause: 'environment', state: 'known' })
  })
})

describe('order dependence', () => {
  it('is found from histories, and its failures are knock-on from then on', async () => {
    const at = Date.parse('2026-11-01T00:00:00Z')
    const report = (order: string[], build: number) =>
      JSON.stringify({
        reportFormat: 'CTRF',
        specVersion: '0.0.0',
        results: {
          tool: { name: 'ferry-runner' },
          summary: { tests: 3, passed: 3, failed: 0, skipped: 0, pending: 0, other: 0, start: at, stop: at + 9000 },
          tests: order.map((name, i) => {
            const red = name === 'basket is empty' && order.indexOf('voucher is redeemed') < i
            const start = Date.now() - 60_000 + build * 1000 + i * 100
            return {
              name,
              status: red ? 'failed' : 'passed',
              duration: 90,
              start,
              stop: start + 90,
              ...(red && { message: 'the basket of the islander still holds a voucher' }),
            }
          }),
        },
      })
    const [first, then] = [
      ['voucher is redeemed', 'basket is empty', 'timetable is shown'],
      ['timetable is shown', 'basket is empty', 'voucher is redeemed'],
    ]
    const place = { pipeline: 'orders' }
    for (let build = 1; build <= 20; build++) {
      const order = (build % 2 === 0 ? first : then) ?? []
      await bobbin.deliver({ 'ctrf.json': report(order, build) }, { ...place, build: String(build) })
    }
    await bobbin.app.get(FailureWatch).findOrders()
    const { tests } = await ask<FailureDetail>('GET', `/failures/${(await rowOf('islander still holds')).id}`)
    expect(tests[0]?.after).toEqual({ name: 'voucher is redeemed', failed: 10, ran: 10, otherwise: 10 })
    await bobbin.deliver({ 'ctrf.json': report(first ?? [], 21) }, { ...place, build: '22' })
    await bobbin.app.get(FailureWatch).tick()
    const [knock] = await bobbin.ask<{ rule: string }>(
      `select k.rule from knock_on k join script s on s.id = k.script_id where s.name = 'basket is empty'`,
    )
    expect(knock?.rule).toBe('order')
  })
})

describe('odd failures', () => {
  it('without any message, all alike, with random ids, or with a huge stack are each what they are', async () => {
    const silent = '<testcase classname="odd" name="silent" time="1"><failure/></testcase>'
    const mute = '<testcase classname="odd" name="mute" time="1"><error/></testcase>'
    const bare = ['one', 'two'].map(
      (name) => `<testcase classname="odd" name="bare ${name}" time="1"><failure message="false"/></testcase>`,
    )
    const ids = ['a81bc81b-dead-4e5d-abff-90865d1e13b1', '7c9e6679-7425-40de-944b-e07fc1f90ae7'].map(
      (id, i) => `<testcase classname="odd" name="id ${i}" time="1"><failure message="booking ${id} was lost on the ferry"/></testcase>`,
    )
    const huge = `<testcase classname="odd" name="huge" time="1"><failure message="the pontoon has sunk in the storm">${'    at sink (deck/pontoon.ts:12:3)\n'.repeat(60_000)}</failure></testcase>`
    const letters = '<testcase classname="odd" name="letters" time="1"><failure message="паром не пришёл в гавань вовремя"/></testcase>'
    await bobbin.deliver(resultFile([], silent + mute + bare.join('') + ids.join('') + huge + letters), { build: '40' })
    const [run] = await bobbin.ask<{ id: number }>('select max(id) as id from run')
    const { rows } = await list(`?run=${run?.id}`)
    expect(rows.map(({ title, tests }) => [title.slice(0, 12), tests]).sort()).toEqual([
      ['booking a81b', 2],
      ['false', 1],
      ['false', 1],
      ['odd mute', 1],
      ['odd silent', 1],
      ['the pontoon ', 1],
      ['паром не при', 1],
    ])
  })
})
