import type { LensOptions, ResultDetail, RunDetail, RunList } from '@bobbin/client'
import { CHANGES } from '@bobbin/core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'
import { rebuildSums } from './run-sums.js'

let bobbin: TestApp
const runs: number[] = []

/** Six builds: `red` fails from the third on, `flaky` recovers in the last, `noisy` fails the same way as `red` in the last. */
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  for (let build = 1; build <= 6; build++) {
    const red = { name: 'red', key: 'FERRY-214', fails: build >= 3 ? `axle ${build} over ${build}00 kg` : undefined }
    const noisy = { name: 'noisy', fails: build === 6 ? 'axle 9 over 950 kg' : undefined }
    const flaky =
      build === 6
        ? '<testcase classname="deck" name="flaky" time="1"><flakyFailure message="slow" time="3"><stackTrace>at a</stackTrace></flakyFailure></testcase>'
        : '<testcase classname="deck" name="flaky" time="1"/>'
    const report = await bobbin.deliver(resultFile([red, noisy, 'calm'], flaky), { build: String(build), commit: `c0ffee${build}` })
    runs.push(report.run?.id ?? 0)
  }
})
afterAll(() => bobbin.stop())

const run = (build: number) => bobbin.get<RunDetail>(`/runs/${runs[build - 1]}`)
const rowOf = (detail: RunDetail, name: string) => detail.rows.find((row) => row.script.name === name)

describe('a run', () => {
  it('opens on what changed, with threads, and leaves the unchanged for later', async () => {
    const detail = await run(6)
    expect(detail.rows.map((row) => [row.change, row.script.name, row.before, row.outcome])).toEqual([
      ['newlyFailing', 'noisy', 'passed', 'failed'],
      ['stillFailing', 'red', 'failed', 'failed'],
      ['recovered', 'flaky', 'passed', 'recovered'],
    ])
    expect(detail.threads.points.map((point) => point.build)).toEqual(['1', '2', '3', '4', '5', '6'])
    expect(detail.threads.byScript[rowOf(detail, 'red')?.script.id ?? 0]).toBe('112222')
    expect(detail.threads.byScript[rowOf(detail, 'flaky')?.script.id ?? 0]).toBe('111117')
    expect(detail.changes).toMatchObject({ newlyFailing: 1, stillFailing: 1, recovered: 1, unchanged: 1 })
    const unchanged = await bobbin.get<Pick<RunDetail, 'rows'>>(`/runs/${runs[5]}/results?change=unchanged`)
    expect(unchanged.rows.map((row) => row.script.name)).toEqual(['calm'])
  })

  it('knows the builds beside it', async () => {
    expect((await run(6)).previous?.build).toBe('5')
    expect((await run(6)).next).toBeNull()
    expect(await run(1)).toMatchObject({ previous: null, next: { build: '2' } })
  })

  it('gives failures that differ in figures only one signature', async () => {
    const detail = await run(6)
    expect(rowOf(detail, 'red')?.signatureId).toBe(rowOf(detail, 'noisy')?.signatureId)
    expect(rowOf(detail, 'flaky')?.signatureId).not.toBe(rowOf(detail, 'red')?.signatureId)
  })

  it('has sums that a count over its results confirms', async () => {
    const [sums] = await bobbin.ask<Record<string, string>>(
      `select r.total, r.failed, r.recovered, count(*) as results, count(*) filter (where x.outcome = 2) as really_failed
       from run r join result x on x.run_id = r.id where r.id = ${runs[5]} group by r.id`,
    )
    expect(Number(sums?.['total'])).toBe(Number(sums?.['results']))
    expect(Number(sums?.['failed'])).toBe(Number(sums?.['really_failed']))
    expect(Number(sums?.['recovered'])).toBe(1)
  })
})

describe('what is kept with runs', () => {
  const kept = () =>
    bobbin.ask(
      'select id, total, passed, failed, errored, skipped, blocked, not_run, recovered, duration_ms, incomplete, outage from run order by id',
    )

  it('is what a rebuild makes of their results', async () => {
    const before = await kept()
    expect(await rebuildSums(bobbin.database)).toBe(0)
    expect(await kept()).toEqual(before)
  })

  it('is mended where it was wrong', async () => {
    const before = await kept()
    await bobbin.ask(`update run set failed = failed + 1, outage = true where id in (${runs[2]}, ${runs[5]})`)
    expect(await rebuildSums(bobbin.database)).toBe(2)
    expect(await kept()).toEqual(before)
  })
})

describe('what a run changed', () => {
  const lane = { pipeline: 'kept-counts' }
  const counted = () =>
    bobbin.ask<{ build: string; changes: number[] | null }>(
      `select b.name as build, r.changes from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id
     where p.name = 'kept-counts' order by r.sort_key`,
    )
  const list = async () => (await bobbin.get<RunList>('/runs')).rows.filter((row) => row.lane.pipeline === 'kept-counts')
  const newlyFailing = async (build: string) => (await list()).find((row) => row.build === build)?.changes?.newlyFailing

  it('is counted at delivery and shown in the list', async () => {
    await bobbin.deliver(resultFile(['gate', 'deck']), { ...lane, build: '1' })
    await bobbin.deliver(resultFile([{ name: 'gate', fails: 'stuck' }, 'deck']), { ...lane, build: '3' })
    expect((await counted()).map((row) => row.changes?.length)).toEqual([CHANGES.length, CHANGES.length])
    expect(await newlyFailing('3')).toBe(1)
  })

  it('is counted again when a build between is delivered late', async () => {
    const report = await bobbin.deliver(resultFile([{ name: 'gate', fails: 'stuck' }, 'deck']), { ...lane, build: '2' })
    expect(report.changes?.newlyFailing).toBe(1)
    expect((await counted()).map((row) => [row.build, row.changes !== null])).toEqual([
      ['1', true],
      ['2', true],
      ['3', false],
    ])
    expect((await list()).find((row) => row.build === '3')?.changes).toMatchObject({ newlyFailing: 0, stillFailing: 1 })
    expect((await counted()).every((row) => row.changes !== null)).toBe(true)
  })

  it('is what counting from nothing says, for every run there is', async () => {
    // the list counts for a moment only, and at least one run
    while ((await bobbin.ask('select 1 from run where changes is null limit 1')).length > 0) await bobbin.get<RunList>('/runs')
    const kept = await bobbin.ask<{ id: number; changes: number[] }>('select id, changes from run order by id')
    await bobbin.ask('update run set changes = null')
    for (const { id, changes } of kept) {
      const detail = await bobbin.get<RunDetail>(`/runs/${id}`)
      expect(CHANGES.map((change) => detail.changes[change])).toEqual(changes)
    }
  })

  it('is right when many ask at the moment it is not counted', async () => {
    await bobbin.ask('update run set changes = null')
    const answers = await Promise.all(Array.from({ length: 8 }, () => run(6)))
    expect(new Set(answers.map((answer) => JSON.stringify(answer.changes))).size).toBe(1)
    expect(answers[0]?.changes.newlyFailing).toBe(1)
  })
})

describe('a result', () => {
  const result = async (name: string, build = 6) => {
    const detail = await run(build)
    return bobbin.get<ResultDetail>(`/runs/${detail.run.id}/results/${rowOf(detail, name)?.script.id}`)
  }

  it('says since when it fails, what it was before, and what failed the same way', async () => {
    const red = await result('red')
    expect(red.failingSince?.build).toBe('3')
    expect(red.before).toMatchObject({ outcome: 'failed', build: '5' })
    expect(red.sameFailure.map((other) => other.name)).toEqual(['noisy'])
    expect(red.links).toMatchObject([{ caseKey: 'FERRY-214', origin: 'declared', state: 'active' }])
    expect(red.run).toMatchObject({ build: '6', commit: 'c0ffee6' })
  })

  it('keeps message, type, stack and properties of the attempt', async () => {
    const { attempts } = await result('red')
    expect(attempts).toMatchObject([
      {
        outcome: 'failed',
        durationMs: 500,
        failures: [{ message: 'axle 6 over 600 kg', type: 'AssertionError', stack: 'at deck/planner.ts:112' }],
        properties: [{ name: 'case', value: 'FERRY-214' }],
      },
    ])
  })

  it('shows each try of a recovered test', async () => {
    const { attempts, outcome } = await result('flaky')
    expect(outcome).toBe('recovered')
    expect(attempts.map((attempt) => [attempt.ordinal, attempt.outcome, attempt.durationMs])).toEqual([
      [1, 'failed', 3000],
      [2, 'passed', 1000],
    ])
    expect(attempts[0]?.failures).toEqual([{ message: 'slow', type: null, stack: 'at a' }])
  })

  it('has its history in every lane, the own one first', async () => {
    await bobbin.deliver(resultFile(['red']), { build: '1', environment: 'harbour-dev' })
    const { histories } = await result('red')
    expect(histories.map((history) => [history.lane.environment, history.points.map((point) => point.outcome)])).toEqual([
      ['pier-test', ['passed', 'passed', 'failed', 'failed', 'failed', 'failed']],
      ['harbour-dev', ['passed']],
    ])
  })

  it('is not found in a run of nobody’s, nor for a script there is not', async () => {
    for (const path of ['/runs/999999', `/runs/${runs[0]}/results/999999`])
      await expect(bobbin.get(path)).rejects.toMatchObject({ status: 404 })
    await expect(bobbin.get('/runs/abc')).rejects.toMatchObject({ status: 400 })
    await expect(bobbin.get(`/runs/${runs[0]}/results?change=nonsense`)).rejects.toMatchObject({ status: 400 })
  })
})

describe('the list of runs', () => {
  it('looks through the lens and counts what it hides', async () => {
    await bobbin.deliver(resultFile(['x']), { build: '1', branch: 'release/4.2' })
    const all = await bobbin.get<RunList>('/runs')
    const main = await bobbin.get<RunList>('/runs?branch=main&environments=pier-test')
    expect(main.rows.every((row) => row.lane.branch === 'main' && row.lane.environment === 'pier-test')).toBe(true)
    expect(main.rows.length + main.hidden).toBe(all.rows.length)
    expect((await bobbin.get<RunList>('/runs?environments=pier-test,harbour-dev')).hidden).toBe(0)
  })

  it('counts builds that are hidden, not their runs', async () => {
    for (const build of ['1', '2', '3'])
      for (const environment of ['dock-a', 'dock-b'])
        await bobbin.deliver(resultFile(['x']), { pipeline: 'two-docks', branch: 'docks', build, environment })
    await bobbin.deliver(resultFile(['x']), { pipeline: 'two-docks', branch: 'docks', build: '4', environment: 'dock-a' })
    const older = async (query: string) => (await bobbin.get<LensOptions>(`/lens?branch=docks&${query}`)).olderBuilds
    expect(await older('span=2')).toBe(1)
    expect(await older('span=2&environments=dock-a')).toBe(2)
    expect(await older('span=4')).toBe(0)
  })
})

describe('a data-driven test', () => {
  it('shows its rows with what became of each, and no other test', async () => {
    const names = ['fare[adult-420]', { name: 'fare[dog-95]', fails: 'no' }, 'fare[child-210]', 'fare table opens', 'fares[x]', 'lone[row]']
    const { run } = await bobbin.deliver(resultFile(names), { pipeline: 'rows' })
    const scripts = await bobbin.ask<{ id: number; name: string }>(
      `select id, name from script where name in ('fare[dog-95]', 'lone[row]')`,
    )
    const rowsOf = async (name: string) => {
      const id = scripts.find((script) => script.name === name)?.id
      return (await bobbin.get<ResultDetail>(`/runs/${run?.id}/results/${id}`)).rows
    }
    expect((await rowsOf('fare[dog-95]')).map(({ row, outcome }) => [row, outcome]).sort()).toEqual([
      ['adult-420', 'passed'],
      ['child-210', 'passed'],
      ['dog-95', 'failed'],
    ])
    expect(await rowsOf('lone[row]')).toEqual([])
  })
})
