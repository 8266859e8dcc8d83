import type { AreaNode, CaseEdited, SuiteDetail, SuiteList, SuiteThreads } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'Height limit'), seedCase(103, 'Width limit')])
  ask = await bobbin.person()
})
afterAll(() => bobbin.stop())

const made = (name: string, more: object = {}) => ask<SuiteDetail>('POST', '/suites', { folder: '', name, note: '', ...more })
const keysOf = ({ rows }: SuiteDetail) => rows.map(({ key }) => key)

describe('a suite', () => {
  it('has its cases in order, one by one or by area, each once', async () => {
    const { id } = await made('Smoke')
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-102'] })
    const [area] = await ask<AreaNode[]>('GET', '/areas')
    const all = await ask<SuiteDetail>('POST', `/suites/${id}/cases`, { areaId: area?.id })
    expect(keysOf(all)).toEqual(['FERRY-102', 'FERRY-101', 'FERRY-103'])
    const moved = await ask<SuiteDetail>('PUT', `/suites/${id}/cases`, { keys: ['FERRY-103', 'FERRY-102'] })
    expect(keysOf(moved)).toEqual(['FERRY-103', 'FERRY-102'])
    const other = await made('Other')
    await ask('POST', `/suites/${other.id}/cases`, { keys: ['FERRY-102', 'FERRY-103'] })
    expect(keysOf(await ask('GET', `/suites/${id}`))).toEqual(['FERRY-103', 'FERRY-102'])
    await expect(ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-999'] })).rejects.toMatchObject({ code: 'notFound' })
    await expect(made('Smoke')).rejects.toMatchObject({ code: 'nameTaken' })
  })

  it('says how its cases stand by their newest builds', async () => {
    for (const [build, fails] of [
      ['1', false],
      ['2', true],
    ] as const)
      // prettier-ignore
      await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-101', fails: fails ? 'too heavy' : undefined }, { name: 'height', key: 'FERRY-102' }]), { build })
    const { id } = await made('Standing')
    const suite = await ask<SuiteDetail>('POST', `/suites/${id}/cases`, { keys: ['FERRY-101', 'FERRY-102', 'FERRY-103'] })
    expect(suite.rows.map(({ thread, scripts }) => [thread, scripts])).toEqual([
      ['000000000012', 1],
      ['000000000011', 1],
      ['', 0],
    ])
    expect(suite.rows[0]?.expectedMs).toBe(500)
    const { rows } = await ask<SuiteThreads>('GET', '/suites/threads')
    expect(rows.find(({ suiteId }) => suiteId === id)).toMatchObject({ thread: '000000000012', failed: 1, passed: 1, notRun: 1 })
  })

  it('shows each case in the lane that reported it last, where runs have a part of the tests', async () => {
    const run = (environment: string, build: string, tests: Parameters<typeof resultFile>[0]) =>
      bobbin.deliver(resultFile(tests), { build, environment, scope: 'partial' })
    // the newest run has one of them; the other was last reported elsewhere
    await run('pier-two', '1', [{ name: 'height', key: 'FERRY-102' }])
    await run('pier-three', '1', [{ name: 'axle', key: 'FERRY-101' }])
    await run('pier-three', '2', [{ name: 'axle', key: 'FERRY-101', fails: 'too heavy' }])
    const { id } = await made('Elsewhere')
    const { rows, lanes } = await ask<SuiteDetail>('POST', `/suites/${id}/cases`, { keys: ['FERRY-101', 'FERRY-102'] })
    expect(rows.map(({ thread }) => thread)).toEqual(['000000000012', '000000000001'])
    expect(lanes.map((lane) => lane.split(', ')[1]).sort()).toEqual(['pier-three', 'pier-two'])
  })

  it('that was planned shows step by step what changed since, and is updated deliberately', async () => {
    const { id } = await made('Planned')
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-102', 'FERRY-103'] })
    await ask('POST', `/suites/${id}/snapshot`)
    const { case: before } = await ask<CaseEdited>('PATCH', '/cases/FERRY-103', {
      version: 1,
      steps: [{ action: 'Load a trailer', expected: 'It names axle 2' }],
    })
    await ask('PUT', `/suites/${id}/cases`, { keys: ['FERRY-103', 'FERRY-101'] })
    expect((await ask<SuiteDetail>('GET', `/suites/${id}`)).differences).toEqual([
      { key: 'FERRY-103', title: 'Width limit', kind: 'changed', details: ['step 1, expected: “It names axle 2”'] },
      { key: 'FERRY-101', title: 'Axle limit', kind: 'added', details: [] },
      { key: 'FERRY-102', title: 'Height limit', kind: 'removed', details: [] },
    ])
    expect(before.version).toBe(2)
    expect((await ask<SuiteDetail>('POST', `/suites/${id}/snapshot`)).differences).toEqual([])
  })

  it('found by a filter is asked each time, and its cases are not chosen by hand', async () => {
    const { id } = await made('Failed last', { filter: { failedLast: true } })
    expect(keysOf(await ask('GET', `/suites/${id}`))).toEqual(['FERRY-101'])
    const never = await made('Not run', { filter: { notRunDays: 1, tags: ['smoke'], priorities: [2] } })
    expect(keysOf(never)).toEqual(['FERRY-103'])
    await expect(ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-102'] })).rejects.toMatchObject({ code: 'filtered' })
    const { rows } = await ask<SuiteList>('GET', '/suites')
    expect(rows.find((row) => row.id === id)?.cases).toBe(1)
  })

  it('found by the requirement that its cases verify', async () => {
    const requirement = await ask<{ id: number }>('POST', '/requirements', { key: 'TIDE-31', name: 'Loads over the limit are refused' })
    await ask('PUT', `/requirements/${requirement.id}/cases`, { add: ['FERRY-101', 'FERRY-103'], remove: [] })
    const { id } = await made('Verifies TIDE-31', { filter: { requirementId: requirement.id } })
    expect(keysOf(await ask('GET', `/suites/${id}`)).toSorted()).toEqual(['FERRY-101', 'FERRY-103'])
    await ask('PUT', `/requirements/${requirement.id}/cases`, { add: [], remove: ['FERRY-103'] })
    expect(keysOf(await ask('GET', `/suites/${id}`))).toEqual(['FERRY-101'])
  })

  it('that ships as a template is copied to be changed', async () => {
    const { id } = await made('Web shop purchase')
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-101'] })
    await ask('PUT', `/suites/${id}`, { folder: '', name: 'Web shop purchase', note: '', template: true })
    await expect(ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-102'] })).rejects.toMatchObject({ code: 'template' })
    await expect(ask('DELETE', `/suites/${id}`)).rejects.toMatchObject({ code: 'template' })
    const copy = await ask<SuiteDetail>('POST', `/suites/${id}/copy`)
    await ask('PUT', `/suites/${id}`, { folder: '', name: 'Web shop purchase', note: '', template: false })
    expect([copy.template, copy.name, keysOf(copy)]).toEqual([false, 'Web shop purchase, copy', ['FERRY-101']])
  })
})
