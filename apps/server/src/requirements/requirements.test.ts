import type { ActList, RequirementList, RequirementsImported } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let runa: AsPerson

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit'), seedCase(215, 'Exactly at the limit'), seedCase(216, 'Which axle')])
  runa = await bobbin.person('runa@gullhaven.example')
  const of = { pipeline: 'core', branch: 'main' }
  await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-214' }]), { ...of, build: '1', environment: 'harbour-dev' })
  await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-214' }]), { ...of, build: '1', environment: 'pier-test' })
  await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-214', fails: 'too heavy' }]), {
    ...of,
    build: '2',
    environment: 'pier-test',
  })
})
afterAll(() => bobbin.stop())

const list = (query = '') => runa<RequirementList>('GET', `/requirements${query}`)
const idOf = async (key: string) => (await list()).rows.find((row) => row.key === key)?.id ?? 0

describe('requirements', () => {
  it('are added with a key of their own or the next one, and refused where it is taken', async () => {
    await runa('POST', '/requirements', {
      key: 'TIDE-31',
      name: 'Loads over the axle limit are refused',
      address: 'https://tide.gullhaven.example/31',
    })
    await runa('POST', '/requirements', { name: 'The mate gets the plan on paper' })
    await runa('POST', '/requirements', { name: 'The plan is legible' })
    expect((await list()).rows).toMatchObject([
      { key: 'R-1', name: 'The mate gets the plan on paper', state: 'noCase', cases: [], changed: false },
      { key: 'R-2' },
      { key: 'TIDE-31', address: 'https://tide.gullhaven.example/31' },
    ])
    await expect(runa('POST', '/requirements', { key: 'TIDE-31', name: 'Again' })).rejects.toThrow(
      'There is a requirement “TIDE-31” already; choose another key',
    )
    await expect(runa('POST', '/requirements', { key: 'two words', name: 'x' })).rejects.toThrow('A key is one word')
    await expect(runa('POST', '/requirements', { name: 'x', address: 'javascript:alert(1)' })).rejects.toThrow('The address begins with')
  })

  it('are listed page by page, R-9 before R-10', async () => {
    const rows = Array.from({ length: 11 }, (_, i) => ({ key: `SEA-${i + 1}`, name: `Sea state ${i + 1}` }))
    await runa('POST', '/requirements/lines', { rows })
    const page = async (query: string) => {
      const { rows: found, total } = await list(query)
      return [found.map(({ key }) => key), total]
    }
    expect(await page('?limit=3&offset=9')).toEqual([['SEA-8', 'SEA-9', 'SEA-10'], 14])
    expect(await page('?limit=3&offset=12')).toEqual([['SEA-11', 'TIDE-31'], 14])
    for (const { key } of rows) await runa('DELETE', `/requirements/${await idOf(key)}`)
  })

  it('are covered by what their cases came to, in each environment the worst of the newest runs', async () => {
    const id = await idOf('TIDE-31')
    await runa('PUT', `/requirements/${id}/cases`, { add: ['FERRY-214', 'FERRY-215'], remove: [] })
    await runa('PUT', `/requirements/${await idOf('R-1')}/cases`, { add: ['FERRY-216'], remove: [] })
    const { rows, environments } = await list('?branch=main')
    expect(environments).toEqual(['harbour-dev', 'pier-test'])
    expect(rows.map(({ key, state, red }) => [key, state, red])).toEqual([['R-1', 'neverRan', false], ['R-2', 'noCase', false], ['TIDE-31', 'covered', true]]) // prettier-ignore
    expect(rows[2]?.cases).toMatchObject([
      { key: 'FERRY-214', scripts: [{ name: 'axle' }], byHand: null, outcomes: { 'harbour-dev': 'passed', 'pier-test': 'failed' } },
      { key: 'FERRY-215', scripts: [], outcomes: {} },
    ])
    // what the lens hides covers nothing
    expect((await list('?branch=elsewhere')).rows[2]).toMatchObject({ state: 'neverRan', red: false })
    expect((await list('?case=FERRY-215')).rows.map(({ key }) => key)).toEqual(['TIDE-31'])
  })

  it('are untied; a key of no case ties nothing', async () => {
    const id = await idOf('TIDE-31')
    await expect(runa('PUT', `/requirements/${id}/cases`, { add: ['FERRY-216', 'FERRY-999'], remove: ['FERRY-214'] })).rejects.toThrow(
      'FERRY-999',
    )
    await runa('PUT', `/requirements/${id}/cases`, { add: [], remove: ['FERRY-215'] })
    expect((await list()).rows[2]?.cases.map(({ key }) => key)).toEqual(['FERRY-214'])
    await expect(runa('PUT', '/requirements/999999/cases', { add: [], remove: [] })).rejects.toThrow('999999')
  })

  it('tell when their words changed after those of their cases', async () => {
    const id = await idOf('TIDE-31')
    await runa('PUT', `/requirements/${id}`, { name: 'Loads over the axle limit are refused', address: null })
    expect((await list()).rows[2]).toMatchObject({ changed: false, address: null })
    await runa('PUT', `/requirements/${id}`, { name: 'Loads over any limit are refused' })
    expect((await list()).rows[2]).toMatchObject({ changed: true, key: 'TIDE-31' })
    await bobbin.ask(`update test_case set title = 'Any limit' where number = 214`)
    expect((await list()).rows[2]).toMatchObject({ changed: false })
  })

  it('are imported by key: new ones are made, others changed, and what is as it was is left alone', async () => {
    const rows = [
      { key: 'TIDE-31', name: 'Loads over any limit are refused' },
      { key: 'TIDE-34', name: 'Dangerous goods stand apart', address: 'https://tide.gullhaven.example/34' },
      { key: 'R-2', name: 'The plan is legible in the rain' },
    ]
    expect(await runa<RequirementsImported>('POST', '/requirements/lines', { rows })).toEqual({ made: 1, changed: 1 })
    expect(await runa<RequirementsImported>('POST', '/requirements/lines', { rows })).toEqual({ made: 0, changed: 0 })
    await expect(runa('POST', '/requirements/lines', { rows: [rows[0], rows[0]] })).rejects.toThrow('twice')
    expect((await list()).rows.map(({ key, name }) => [key, name])).toEqual([
      ['R-1', 'The mate gets the plan on paper'],
      ['R-2', 'The plan is legible in the rain'],
      ['TIDE-31', 'Loads over any limit are refused'],
      ['TIDE-34', 'Dangerous goods stand apart'],
    ])
  })

  it('are deleted, and their cases stay; everything is in the log', async () => {
    await bobbin.ask(`update membership set role = 'lead' where account_id = (select id from account where name = 'runa')`)
    await runa('DELETE', `/requirements/${await idOf('TIDE-31')}`)
    expect(await bobbin.ask('select 1 from test_case where deleted_at is null')).toHaveLength(3)
    const { rows } = await runa<ActList>('GET', '/acts?limit=50')
    expect(new Set(rows.map(({ kind }) => kind).filter((kind) => kind.startsWith('requirement')))).toEqual(
      new Set(['requirement.made', 'requirement.tied', 'requirement.changed', 'requirement.imported', 'requirement.deleted']),
    )
  })
})
