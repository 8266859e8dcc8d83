import type { FailureDecided, FailureDetail, FailureList } from '@bobbin/client'
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
})
