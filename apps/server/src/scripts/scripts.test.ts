import type { CaseScript, ScriptDetail, ScriptList } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit'), seedCase(215, 'At the limit')])
  await bobbin.deliver(resultFile([{ name: 'mapped', key: 'FERRY-214' }, { name: 'mistyped FERRY-990' }, { name: 'loose', fails: 'x' }]), {
    build: '1',
  })
})
afterAll(() => bobbin.stop())

const list = (query = '') => bobbin.get<ScriptList>(`/scripts${query}`)
const idOf = async (name: string) => (await list(`?search=${encodeURIComponent(name)}`)).rows[0]?.id ?? 0

describe('scripts', () => {
  it('are listed with their cases, unknown keys and newest outcome', async () => {
    const { rows, total, unlinked, unknownKeys } = await list()
    expect({ total, unlinked, unknownKeys }).toEqual({ total: 3, unlinked: 2, unknownKeys: 1 })
    expect(Object.fromEntries(rows.map((row) => [row.name, [row.cases, row.unknownKeys, row.lastOutcome]]))).toEqual({
      mapped: [['FERRY-214'], [], 'passed'],
      'mistyped FERRY-990': [[], ['FERRY-990'], 'passed'],
      loose: [[], [], 'failed'],
    })
  })

  it('are narrowed by filter and search', async () => {
    expect((await list('?only=unlinked')).rows.map((row) => row.name).sort()).toEqual(['loose', 'mistyped FERRY-990'])
    expect((await list('?only=unknownKeys')).rows.map((row) => row.name)).toEqual(['mistyped FERRY-990'])
    expect((await list('?search=LOOSE')).total).toBe(1)
    expect((await list('?search=100%25_')).total).toBe(0)
    await expect(list('?only=nonsense')).rejects.toMatchObject({ status: 400 })
  })

  it('keep what they are when a later build moves or fails them', async () => {
    const before = await idOf('mapped')
    await bobbin.deliver(
      '<testsuite name="deck"><testcase classname="deck" name="mapped" file="moved/deck.ts"><error message="down"/></testcase></testsuite>',
      { build: '2' },
    )
    const script = await bobbin.get<ScriptDetail>(`/scripts/${before}`)
    expect(script).toMatchObject({
      name: 'mapped',
      file: 'moved/deck.ts',
      lastOutcome: 'errored',
      links: [{ caseKey: 'FERRY-214', origin: 'declared' }],
    })
    expect(script.histories[0]?.points.map((point) => point.outcome)).toEqual(['passed', 'errored'])
  })

  it('do not take their newest outcome from an older build that comes late', async () => {
    await bobbin.deliver(resultFile(['late']), { build: '51' })
    await bobbin.deliver(resultFile([{ name: 'late', fails: 'old' }]), { build: '50' })
    expect((await list('?search=late')).rows[0]?.lastOutcome).toBe('passed')
  })

  it('of a case are shown with their histories', async () => {
    const scripts = await bobbin.get<CaseScript[]>('/cases/FERRY-214/scripts')
    expect(scripts.map((row) => [row.script.name, row.link.caseTitle, row.histories.length])).toEqual([['mapped', 'Axle limit', 1]])
    expect(await bobbin.get<CaseScript[]>('/cases/FERRY-215/scripts')).toEqual([])
  })

  it('belong to a run when a single profile or repeated name tells them apart', async () => {
    const twice =
      '<testsuite name="s"><testcase classname="c" name="same"/><testcase classname="c" name="same"><failure message="x"/></testcase></testsuite>'
    const report = await bobbin.deliver(twice, { pipeline: 'twins' })
    expect(report.run?.totals).toMatchObject({ total: 2, passed: 1, failed: 1 })
    expect((await list('?search=same')).total).toBe(2)
    const again = await bobbin.deliver(`${twice} `, { pipeline: 'twins', build: '2' })
    expect(again).toMatchObject({ newScripts: 0, changes: { unchanged: 1, stillFailing: 1 } })
  })
})
