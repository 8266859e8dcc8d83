import type { CaseList, DeliveryDetail, ScriptList, ScriptsDecided, UnknownTests } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, seedCase, TestApp } from '../../testing/test-app.js'

let bobbin: TestApp
let act: AsPerson

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  act = await bobbin.person()
})
afterAll(() => bobbin.stop())

const choose = (unknownTests: UnknownTests) => act('PATCH', '', { unknownTests })
const decide = (scripts: number[], decision: UnknownTests) => act<ScriptsDecided>('POST', '/scripts/decisions', { scripts, decision })
const page = (id: number) => bobbin.get<DeliveryDetail>(`/deliveries/${id}`)
const scripts = (query: string) => bobbin.get<ScriptList>(`/scripts?${query}`)
const cases = async () => (await bobbin.get<CaseList>('/cases')).rows

interface Spec {
  name: string
  file?: string
  browser?: string
}
const file = (tests: Spec[]) =>
  `<testsuites>${tests.map(({ name, file = 'deck/planner/axle.spec.ts', browser }) => `<testsuite name="s"${browser ? ` hostname="${browser}"` : ''}><testcase classname="ferry.Deck" name="${name}" file="${file}"/></testsuite>`).join('')}</testsuites>`

describe('a test that no case claims', () => {
  it('is listed for a person, if the project chose nothing else', async () => {
    const report = await bobbin.deliver(file([{ name: 'asked about' }, { name: 'verifies FERRY-214' }, { name: 'mistyped FERRY-990' }]), {
      build: '1',
    })
    expect(report.decided).toEqual({ make: 0, aside: 0, ask: 2 })
    expect((await page(report.deliveryId)).decisions).toMatchObject([
      { name: 'asked about', place: 'deck/planner/axle.spec.ts', decision: 'ask', cases: [] },
      { name: 'mistyped FERRY-990', decision: 'ask' },
    ])
    expect((await scripts('only=unlinked')).total).toBe(2)
    // one that is known is not decided about again
    expect((await bobbin.deliver(file([{ name: 'asked about' }]), { build: '2' })).decided.ask).toBe(0)
  })

  it('is set aside where only declared ones are tied, and listed there', async () => {
    await choose('aside')
    const report = await bobbin.deliver(file([{ name: 'put aside' }, { name: 'also FERRY-214' }]), { build: '3' })
    expect(report.decided).toEqual({ make: 0, aside: 1, ask: 0 })
    const aside = await scripts('only=aside')
    expect(aside.rows.map(({ name, aside }) => [name, aside])).toEqual([['put aside', true]])
    expect(aside).toMatchObject({ aside: 1, unlinked: 2 })
    expect((await scripts('only=unlinked')).rows.map(({ name }) => name)).not.toContain('put aside')
  })

  it('gets a case in the area that mirrors its folder, one for all of its profiles', async () => {
    await choose('make')
    const report = await bobbin.deliver(
      {
        'a.xml': file([{ name: 'given a case' }, { name: 'another', file: 'src/gate/scan.spec.ts' }, { name: 'knows FERRY-991' }]),
        'b.xml': file([{ name: 'given a case' }]),
      },
      { build: '4' },
    )
    expect(report.decided).toEqual({ make: 2, aside: 0, ask: 1 })
    const made = (await cases()).filter(({ title }) => title !== 'Axle limit')
    expect(made.map(({ title, area, intent, state }) => [title, area?.split(/\W+/), intent, state])).toEqual([
      ['given a case', ['deck', 'planner'], 'automated', 'draft'],
      ['another', ['gate'], 'automated', 'draft'],
    ])
    expect((await page(report.deliveryId)).decisions.map(({ name, decision, cases }) => [name, decision, cases.length])).toEqual([
      ['knows FERRY-991', 'ask', 0],
      ['given a case', 'make', 1],
      ['another', 'make', 1],
    ])
  })

  it('leaves no case behind when its delivery is undone, unless a person touched it', async () => {
    const report = await bobbin.deliver(file([{ name: 'undone' }, { name: 'edited' }]), { build: '5' })
    const edited = (await cases()).find(({ title }) => title === 'edited')
    await act('PATCH', `/cases/${edited?.key}`, { version: 1, priority: 1 })
    await act('POST', `/deliveries/${report.deliveryId}/undo`)
    const left = (await cases()).map(({ title }) => title)
    expect(left).toContain('edited')
    expect(left).not.toContain('undone')
    const [own] = (await page(report.deliveryId)).files
    await act('POST', `/deliveries/${report.deliveryId}/files/${own?.id}/reading`)
    expect((await cases()).filter(({ title }) => title === 'undone')).toHaveLength(1)
  })
})

describe('a person decides', () => {
  it('about many at once, and can take it back', async () => {
    await choose('ask')
    await bobbin.deliver(file([{ name: 'p1' }, { name: 'p2' }, { name: 'p3' }]), { build: '6' })
    const rows = (await scripts('search=p')).rows.filter(({ name }) => /^p\d$/.test(name))
    const ids = rows.sort((a, b) => a.name.localeCompare(b.name)).map(({ id }) => id)
    expect(await decide(ids.slice(0, 1), 'aside')).toMatchObject({ scripts: 1, cases: 0 })
    expect(await decide(ids.slice(0, 1), 'aside')).toMatchObject({ scripts: 0 })
    expect((await scripts('only=aside')).rows.map(({ name }) => name)).toContain('p1')
    const made = await decide(ids, 'make')
    expect(made).toMatchObject({ scripts: 3, cases: 3 })
    // those that have a case are left alone
    expect(await decide(ids, 'make')).toEqual({ scripts: 0, cases: 0, actId: null })
    await act('POST', `/acts/${made.actId}/undo`)
    expect((await cases()).filter(({ title }) => /^p\d$/.test(title))).toEqual([])
    // as they were before: one set aside, two open
    expect((await scripts('only=aside')).rows.map(({ name }) => name)).toContain('p1')
    expect((await scripts('only=unlinked')).rows.map(({ name }) => name)).toEqual(expect.arrayContaining(['p2', 'p3']))
  })

  it('about tests of this project only', async () => {
    await bobbin.ask(`insert into script (project_id, identity, name) select id, 'x', 'theirs' from project where slug = 'skerries'`)
    const [theirs] = await bobbin.ask<{ id: number }>(`select id from script where name = 'theirs'`)
    expect(await decide([theirs?.id ?? 0], 'make')).toEqual({ scripts: 0, cases: 0, actId: null })
  })

  it('as lead what the project does with them', async () => {
    await expect(choose('nonsense' as UnknownTests)).rejects.toThrow('400')
    const role = (word: string) =>
      bobbin.ask(`update membership set role = '${word}' where account_id = (select id from account where name = 'runa')`)
    await role('engineer')
    await expect(choose('make')).rejects.toThrow('403')
    await role('lead')
    expect(await bobbin.get('/rules')).toMatchObject({ unknownTests: 'ask', keepDetailsDays: 60, keepActsDays: null })
  })
})
