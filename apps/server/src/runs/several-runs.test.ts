import type { Brief, LensOptions, ResultDetail, RunDetail, RunList, ScriptDetail, ScriptList } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, type TestSpec, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit')])
})
afterAll(() => bobbin.stop())

const fails = (name: string): TestSpec => ({ name, fails: 'too heavy' })
const runOf = async (tests: (TestSpec | string)[], place: object) => {
  const report = await bobbin.deliver(resultFile(tests), place)
  return report.run?.id ?? 0
}
const detail = (id: number) => bobbin.get<RunDetail>(`/runs/${id}`)
/** The tests of a run's page by what changed about them, and how many only are counted. */
async function changesOf(id: number) {
  const { rows, changes } = await detail(id)
  const named = Object.fromEntries(rows.map(({ script, change }) => [script.name, change]))
  return { ...named, unchanged: changes.unchanged }
}
const script = async (wanted: string) =>
  (await bobbin.get<ScriptList>(`/scripts?search=${wanted}`)).rows.find(({ name }) => name === wanted)

/** Worked through by hand: three builds, of which the second was run again in part. */
describe('a build that was run again', () => {
  let [first, second, again, third] = [0, 0, 0, 0]
  beforeAll(async () => {
    first = await runOf(['a', 'b', 'c'], { build: '1' })
    second = await runOf([fails('a'), fails('b'), 'c'], { build: '2' })
    again = await runOf(['a', fails('b')], { build: '2', run: 'rerun-1' })
    third = await runOf(['a', 'b', 'c'], { build: '3' })
  })

  it('has two runs in its lane, each with what it brought itself', async () => {
    const { run, runsOfBuild } = await detail(again)
    expect(run).toMatchObject({
      build: '2',
      ordinal: 2,
      key: 'rerun-1',
      originRunId: second,
      scope: 'partial',
      totals: { total: 2, failed: 1 },
    })
    expect(runsOfBuild.map(({ id, total, red }) => [id, total, red])).toEqual([
      [second, 3, 2],
      [again, 2, 1],
    ])
    // delivered to again, it is the same run
    expect(await runOf([fails('b')], { build: '2', run: 'rerun-1' })).toBe(again)
  })

  it('stands, after it was run again, as the latest run of each test says, against the build before', async () => {
    expect(await changesOf(second)).toEqual({ a: 'newlyFailing', b: 'newlyFailing', unchanged: 1 })
    expect(await changesOf(again)).toEqual({ b: 'newlyFailing', unchanged: 2 })
    const { previous, next } = await detail(again)
    expect([previous?.id, next?.id]).toEqual([first, third])
  })

  it('is what the next build is compared with', async () => {
    // a passed in the end, so that it is not fixed; c was not run again, and counts as it was
    expect(await changesOf(third)).toEqual({ b: 'fixed', unchanged: 2 })
    expect((await detail(third)).previous?.build).toBe('2')
  })

  it('draws one glyph in a thread', async () => {
    const a = await script('a')
    const { points, byScript } = await bobbin.get<RunDetail['threads']>(`/runs/${third}/threads?scripts=${a?.id}`)
    expect(points.map(({ build, runs }) => [build, runs])).toEqual([
      ['1', 1],
      ['2', 2],
      ['3', 1],
    ])
    // passed, passed in the end, passed
    expect(Object.values(byScript)).toEqual(['111'])
    const { histories } = await bobbin.get<ScriptDetail>(`/scripts/${(await script('c'))?.id}`)
    expect(histories[0]?.points.map(({ outcome }) => outcome)).toEqual(['passed', 'passed', 'passed'])
  })

  it('shows a test that was not run again with what became of it before', async () => {
    const c = await script('c')
    const result = await bobbin.get<ResultDetail>(`/runs/${again}/results/${c?.id}`)
    expect([result.run.id, result.outcome, result.attempts.length]).toEqual([second, 'passed', 1])
  })

  it('is told of in the Brief as it stands', async () => {
    const failing = await runOf([fails('a'), fails('b'), fails('c')], { build: '4' })
    const better = await runOf(['a', 'c'], { build: '4', run: 'rerun-1' })
    const { findings } = await bobbin.get<Brief>('/brief')
    const red = findings.find(({ kind }) => kind === 'newlyFailing')
    expect(red).toMatchObject({
      kind: 'newlyFailing',
      count: 1,
      causes: 1,
      largest: { count: 1, message: 'too heavy' },
      run: { id: better },
    })
    expect(failing).not.toBe(better)
  })

  it('counts as one build of the lens', async () => {
    const { rows, hidden } = await bobbin.get<RunList>('/runs?branch=main&span=1')
    expect(rows.map(({ build, ordinal }) => [build, ordinal])).toEqual([
      ['4', 2],
      ['4', 1],
    ])
    expect(hidden).toBe(4)
    expect((await bobbin.get<LensOptions>('/lens?branch=main&span=1')).olderBuilds).toBe(3)
  })

  it('goes between its build and the next also where their names begin alike', async () => {
    const place = { pipeline: 'dotted' }
    await runOf(['x'], { ...place, build: '7' })
    await runOf([fails('x')], { ...place, build: '7.1' })
    await runOf([fails('x')], { ...place, build: '7', run: 'late' })
    const { rows } = await bobbin.get<RunList>('/runs?span=30')
    const dotted = rows.filter(({ lane }) => lane.pipeline === 'dotted')
    const latest = dotted.find(({ build }) => build === '7.1')
    expect((await detail(latest?.id ?? 0)).previous).toMatchObject({ build: '7' })
    expect(await changesOf(latest?.id ?? 0)).toMatchObject({ x: 'stillFailing' })
  })

  it('gets a place of its own for each of two runs that come at the same moment', async () => {
    const place = { pipeline: 'both', build: '1' }
    await runOf(['y'], place)
    await Promise.all(['p', 'q', 'r'].map((run) => bobbin.deliver(resultFile(['y']), { ...place, run })))
    const [y] = (await bobbin.get<RunList>('/runs?span=30')).rows.filter(({ lane }) => lane.pipeline === 'both')
    expect((await detail(y?.id ?? 0)).runsOfBuild.map(({ ordinal }) => ordinal)).toEqual([1, 2, 3, 4])
  })
})

describe('a trial', () => {
  it('stays out of lists, threads, comparisons, the Brief and what is known of scripts', async () => {
    const place = { pipeline: 'trials', build: '1' }
    await runOf(['t'], place)
    const before = await script('t')
    const trial = await runOf([fails('t')], { ...place, trial: 'true' })
    const after = await runOf(['t'], { ...place, build: '2' })
    expect((await detail(trial)).run).toMatchObject({ trial: true, totals: { failed: 1 } })
    const listed = (await bobbin.get<RunList>('/runs?span=500')).rows.map(({ id }) => id)
    expect(listed).not.toContain(trial)
    expect((await bobbin.get<RunList>('/runs?trial=true')).rows.map(({ id }) => id)).toEqual([trial])
    expect(await changesOf(after)).toEqual({ unchanged: 1 })
    const { histories, lastOutcome } = await bobbin.get<ScriptDetail>(`/scripts/${before?.id}`)
    expect(lastOutcome).toBe('passed')
    expect(histories.flatMap(({ points }) => points.map(({ runId }) => runId))).not.toContain(trial)
    expect(JSON.stringify(await bobbin.get<Brief>('/brief'))).not.toContain(`"id":${trial},`)
  })
})

describe('release and profile', () => {
  it('belong to a run, and the lens looks at one of them', async () => {
    const place = { pipeline: 'profiles', build: '1' }
    const one = await runOf(['z'], { ...place, profile: 'Firefox on Linux', release: '4.2' })
    const other = await runOf(['z'], { ...place, build: '2', profile: 'Pixel 9' })
    expect((await detail(one)).run).toMatchObject({ profile: 'Firefox on Linux', release: '4.2', trigger: 'delivery' })
    const { releases, profiles } = await bobbin.get<LensOptions>('/lens')
    expect([releases, profiles]).toEqual([[{ name: '4.2' }], [{ name: 'Firefox on Linux' }, { name: 'Pixel 9' }]])
    const seen = async (query: string) => (await bobbin.get<RunList>(`/runs?${query}`)).rows.map(({ id }) => id)
    expect(await seen('release=4.2')).toEqual([one])
    expect(await seen('profile=Pixel 9')).toEqual([other])
    expect(await seen('profile=none')).toEqual([])
  })
})

it('a project looks at a branch of its own where nobody says another', async () => {
  const runa = await bobbin.person()
  await runOf(['m'], { pipeline: 'trunk-pipe', branch: 'trunk', build: '1' })
  await runa('PATCH', '', { defaultBranch: 'trunk' })
  expect((await bobbin.get<LensOptions>('/lens')).branches[0]?.name).toBe('trunk')
  await expect(runa('PATCH', '', { defaultBranch: '' })).rejects.toThrow('400')
})
