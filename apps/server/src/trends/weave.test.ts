import type { Weave } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
const target = (build: string, environment = 'pier-test') => ({
  pipeline: 'core',
  branch: 'main',
  build,
  environment,
  commit: `c0ffee${build}`,
})
const file = (fails: string[], more: string[] = []) =>
  resultFile([
    ...['a', 'b', 'calm', ...more].map((name) => ({ name, fails: fails.includes(name) ? 'stuck' : undefined })),
    { name: 'linked', key: 'FERRY-214', fails: fails.includes('linked') ? 'heavy' : undefined },
  ])

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  await bobbin.deliver(file([]), target('1'))
  await bobbin.deliver(file(['a', 'linked']), target('2'))
  await bobbin.deliver(file(['b']), target('2', 'harbour-dev'))
  await bobbin.deliver(file([], ['late']), target('3'))
  // the same build again: only one test, which passes now
  await bobbin.deliver(resultFile([{ name: 'a' }]), { ...target('2'), run: 'again' })
})
afterAll(() => bobbin.stop())

describe('the weave', () => {
  it('has the tests that did not always pass, by area, with the worst outcome of each build', async () => {
    const weave = await bobbin.get<Weave>('/weave')
    expect(weave.builds.map(({ build, runs }) => [build, runs.map(({ environment }) => environment)])).toEqual([
      ['1', ['pier-test']],
      ['2', ['pier-test', 'pier-test', 'harbour-dev']],
      ['3', ['pier-test']],
    ])
    expect(weave.rows.map(({ script, area, cases, thread }) => [script.name, area, cases, thread])).toEqual([
      ['linked', 'Deck planner', ['FERRY-214'], '121'],
      // it failed in build 2, and passed when that was run again: the latest run of a lane counts
      ['a', null, [], '111'],
      ['b', null, [], '121'],
    ])
    expect([weave.tests, weave.more]).toEqual([5, 0])
  })

  it('has all tests where they are asked for, and nothing where the lens shows nothing', async () => {
    const all = await bobbin.get<Weave>('/weave?all=true')
    expect(all.rows.map(({ script, thread }) => [script.name, thread])).toEqual([
      ['linked', '121'],
      ['a', '111'],
      ['b', '121'],
      ['calm', '111'],
      ['late', '001'],
    ])
    expect((await bobbin.get<Weave>('/weave?environments=harbour-dev')).rows.map(({ script }) => script.name)).toEqual(['b'])
    expect(await bobbin.get<Weave>('/weave?branch=elsewhere')).toEqual({ pipelines: [], pipeline: null, builds: [], rows: [], tests: 0, more: 0 }) // prettier-ignore
  })
})
