import type { BuildDetail, BuildList, Comparison } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
const target = (build: string, environment: string) => ({ pipeline: 'core', branch: 'main', build, environment, commit: `c0ffee${build}` })

beforeAll(async () => {
  bobbin = await TestApp.start()
  const tests = (fails: string[], more: string[] = []) =>
    resultFile(['a', 'b', 'c', ...more].map((name) => ({ name, fails: fails.includes(name) ? 'the ramp is stuck' : undefined })))
  await bobbin.deliver(tests([]), target('1', 'pier-test'))
  await bobbin.deliver(tests(['a']), target('2', 'pier-test'))
  await bobbin.deliver(tests(['b'], ['d']), target('2', 'harbour-dev'))
  await bobbin.deliver(tests([]), { ...target('1', 'pier-test'), pipeline: 'alone' })
})
afterAll(() => bobbin.stop())

describe('builds', () => {
  it('are listed by pipeline, newest first, with their runs in all environments', async () => {
    const list = await bobbin.get<BuildList>('/builds')
    expect(list.pipelines).toEqual([
      { name: 'core', builds: 2 },
      { name: 'alone', builds: 1 },
    ])
    expect(list.environments).toEqual(['harbour-dev', 'pier-test'])
    expect(
      list.rows.map(({ build, commit, causes, runs }) => [build, commit, causes, runs.map(({ lane, changes }) => [lane.environment, changes?.newlyFailing])]),
    ).toEqual([
      ['2', 'c0ffee2', 1, [['pier-test', 1], ['harbour-dev', 1]]],
      ['1', 'c0ffee1', 0, [['pier-test', 0]]],
    ]) // prettier-ignore
    expect((await bobbin.get<BuildList>('/builds?environments=harbour-dev')).rows.map(({ build }) => build)).toEqual(['2'])
    expect((await bobbin.get<BuildList>('/builds?branch=elsewhere')).rows).toEqual([])
  })

  it('say why they are red', async () => {
    const { rows } = await bobbin.get<BuildList>('/builds?pipeline=core')
    const detail = await bobbin.get<BuildDetail>(`/builds/${rows[0]?.id}`)
    expect(detail).toMatchObject({ build: '2', changedFiles: null, causes: [{ title: 'the ramp is stuck', resolved: false, tests: 2 }] })
    await expect(bobbin.get('/builds/99999')).rejects.toThrow(/no build 99999|not here|99999/i)
  })

  it('are compared run by run: worse, better, in one only, the same', async () => {
    const { rows } = await bobbin.get<BuildList>('/builds?pipeline=core')
    const [pier, harbour] = rows[0]?.runs ?? []
    const compared = await bobbin.get<Comparison>(`/builds/compare?left=${pier?.id}&right=${harbour?.id}`)
    expect(compared.counts).toEqual({ worse: 1, better: 1, other: 0, onlyLeft: 0, onlyRight: 1, same: 1 })
    expect(compared.rows.map(({ script, kind, left, right }) => [script.name, kind, left, right])).toEqual([
      ['b', 'worse', 'passed', 'failed'],
      ['a', 'better', 'failed', 'passed'],
    ])
    const only = await bobbin.get<Comparison>(`/builds/compare?left=${pier?.id}&right=${harbour?.id}&kinds=onlyRight`)
    expect(only.rows).toMatchObject([{ script: { name: 'd' }, left: null, right: 'passed' }])
    // a recount by hand
    const [recount] = await bobbin.ask<{ differ: number }>(
      `select count(*)::int as differ from result l join result r on r.script_id = l.script_id and r.outcome <> l.outcome
       where l.run_id = ${pier?.id} and r.run_id = ${harbour?.id}`,
    )
    expect(recount?.differ).toBe(compared.rows.length)
  })
})
