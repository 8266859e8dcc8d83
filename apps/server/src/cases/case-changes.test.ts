import type {
  AreaDeleted,
  AreaNode,
  CaseChange,
  CaseDetail,
  CaseEdited,
  CaseList,
  ActUndone,
  Imported,
  ImportPreview,
  SavedView,
} from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readSheet, writeCsv, writeXlsx } from '../platform/tables/sheet.js'
import { type AsPerson, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let cookie: string
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'At the limit'), seedCase(103, 'Far below')])
  cookie = await bobbin.signIn('runa@gullhaven.example')
  ask = await bobbin.person()
})
afterAll(() => bobbin.stop())

const list = (query = '') => ask<CaseList>('GET', `/cases${query}`)
const detail = (key: string) => ask<CaseDetail>('GET', `/cases/${key}`)
const undo = (id: number | null) => ask<ActUndone>('POST', `/acts/${id}/undo`)
const upload = (content: string | Buffer) => {
  const form = new FormData()
  form.append('file', new Blob([content]), 'cases.csv')
  return form
}

describe('editing', () => {
  it('takes the approval away when what the case says changes, and only then', async () => {
    const edit = async (body: object) =>
      (await ask<CaseEdited>('PATCH', '/cases/FERRY-101', { version: (await detail('FERRY-101')).version, ...body })).case
    expect((await edit({ priority: 1, tags: ['x'], intent: 'byHand', estimateS: 600 })).state).toBe('approved')
    expect((await edit({ title: 'Axle limit holds' })).state).toBe('draft')
    expect((await edit({ state: 'approved' })).state).toBe('approved')
  })

  it('is refused when somebody was faster, with theirs', async () => {
    const { version } = await detail('FERRY-102')
    await ask('PATCH', '/cases/FERRY-102', { version, title: 'theirs' })
    const refused: unknown = await ask('PATCH', '/cases/FERRY-102', { version, title: 'mine' }).catch((error: unknown) => error)
    expect(refused).toMatchObject({ code: 'changedMeanwhile', theirs: { title: 'theirs', version: version + 1 } })
  })

  it('is undone with the approval it took away, unless somebody changed it since', async () => {
    const before = await detail('FERRY-103')
    const edited = await ask<CaseEdited>('PATCH', '/cases/FERRY-103', { version: before.version, title: 'x', steps: [] })
    expect(await undo(edited.actId)).toMatchObject({ undone: 1, left: [] })
    expect(await detail('FERRY-103')).toMatchObject({ title: before.title, steps: before.steps, state: 'approved' })
    await expect(undo(edited.actId)).rejects.toMatchObject({ code: 'notFound' })
    const again = await ask<CaseEdited>('PATCH', '/cases/FERRY-103', { version: before.version + 2, title: 'y' })
    await ask('PATCH', '/cases/FERRY-103', { version: again.case.version, title: 'z' })
    expect(await undo(again.actId)).toMatchObject({ undone: 0, left: ['FERRY-103 y'] })
  })
})

describe('many at once', () => {
  it('are changed and undone as one; those that are so already are left alone', async () => {
    const keys = ['FERRY-101', 'FERRY-102', 'FERRY-103']
    await ask('POST', '/cases/bulk', { keys: ['FERRY-101'], set: { priority: 4 } })
    const change = await ask<CaseChange>('POST', '/cases/bulk', { keys, set: { priority: 4, addTags: ['night'], removeTags: ['smoke'] } })
    expect(change.cases).toBe(3)
    expect((await list('?tag=night&priority=4')).total).toBe(3)
    const nothing = await ask<CaseChange>('POST', '/cases/bulk', { keys, set: { priority: 4 } })
    expect(nothing).toEqual({ actId: null, cases: 0 })
    await undo(change.actId)
    expect((await list('?tag=night')).total).toBe(0)
    expect((await list('?priority=4')).rows.map((row) => row.key)).toEqual(['FERRY-101'])
  })

  it('are deleted and brought back', async () => {
    const gone = await ask<CaseChange>('POST', '/cases/delete', { keys: ['FERRY-101', 'FERRY-102'] })
    expect((await list()).total).toBe(1)
    await expect(detail('FERRY-101')).rejects.toMatchObject({ code: 'notFound' })
    expect(await undo(gone.actId)).toMatchObject({ undone: 2, left: [] })
    expect((await list()).total).toBe(3)
  })

  it('name only cases of this project', async () => {
    await expect(ask('POST', '/cases/delete', { keys: ['SKER-1'] })).rejects.toMatchObject({ code: 'notFound' })
    await expect(ask('POST', '/cases/bulk', { keys: [], set: {} })).rejects.toThrow(/at least one/)
  })
})

describe('a list', () => {
  it('is filtered by what a case is, and sorted both ways', async () => {
    await ask('POST', '/cases/bulk', { keys: ['FERRY-102'], set: { state: 'retired', ownerId: null, intent: 'never' } })
    expect((await list('?state=retired&intent=never&owner=0')).rows.map((row) => row.key)).toEqual(['FERRY-102'])
    expect((await list('?sort=-key')).rows.map((row) => row.key)).toEqual(['FERRY-103', 'FERRY-102', 'FERRY-101'])
    expect(await list('?search=nothing-like-this')).toEqual({ rows: [], total: 0, all: 3 })
    await expect(list('?sort=password')).rejects.toThrow(/sort/)
  })
})

describe('areas', () => {
  it('are made, moved and renamed, but neither below themselves nor beside a twin', async () => {
    const gate = await ask<AreaNode>('POST', '/areas', { name: 'Gate scanner' })
    const offline = await ask<AreaNode>('POST', '/areas', { name: 'Offline', parentId: gate.id })
    await expect(ask('POST', '/areas', { name: 'Gate scanner' })).rejects.toMatchObject({ code: 'areaTwin' })
    await expect(ask('PATCH', `/areas/${gate.id}`, { parentId: offline.id })).rejects.toMatchObject({ code: 'areaLoop' })
    expect(await ask<AreaNode>('PATCH', `/areas/${offline.id}`, { parentId: null, name: 'Tunnels' })).toMatchObject({
      parentId: null,
      name: 'Tunnels',
    })
    await ask('PATCH', `/areas/${offline.id}`, { before: gate.id })
    const tops = (await ask<AreaNode[]>('GET', '/areas')).filter((area) => area.parentId === null).map((area) => area.name)
    expect(tops.indexOf('Tunnels')).toBe(tops.indexOf('Gate scanner') - 1)
  })

  it('give what stood in them to the level above, and take it back', async () => {
    const deck = (await ask<AreaNode[]>('GET', '/areas')).find((area) => area.name === 'Limits')
    const before = await detail('FERRY-101')
    const gone = await ask<AreaDeleted>('DELETE', `/areas/${deck?.id}`)
    expect(gone).toMatchObject({ cases: 3, areas: 0 })
    expect((await detail('FERRY-101')).areaPath).toEqual(['Deck planner'])
    await undo(gone.actId)
    expect((await detail('FERRY-101')).areaPath).toEqual(before.areaPath)
  })
})

describe('tables', () => {
  it('go out and come back without a change', async () => {
    for (const format of ['csv', 'xlsx']) {
      const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/case-tables?format=${format}`, { headers: { cookie } })
      expect(answer.headers.get('content-disposition')).toContain(`gullhaven-cases.${format}`)
      const bytes = Buffer.from(await answer.arrayBuffer())
      expect(await ask<ImportPreview>('POST', '/case-tables/preview', upload(bytes))).toMatchObject({
        make: 0,
        change: 0,
        same: 3,
        refuse: 0,
      })
    }
  })

  it('say what each row will do before it does it, and are undone as one', async () => {
    const table = [
      ['Key', 'Title', 'Area', 'Priority', 'Owner', 'Step', 'Expected result'],
      ['FERRY-101', 'Axle limit holds', 'Deck planner › Limits', '1', 'runa', 'Load', 'Refused'],
      ['', '', '', '', '', 'Unload', 'Free'],
      ['', 'A new one', 'Freight / Hazard', '', '', '', ''],
      ['FERRY-999', 'nobody', '', '', '', '', ''],
      ['FERRY-102', 'x', '', 'high', 'stranger', '', ''],
    ]
    const preview = await ask<ImportPreview>('POST', '/case-tables/preview', upload(writeCsv(table)))
    expect(preview).toMatchObject({ make: 1, change: 1, same: 0, refuse: 2, newAreas: ['Freight › Hazard'] })
    expect(preview.rows[0]?.changes).toContainEqual({ field: 'steps', from: '1 step', to: '2 steps' })
    expect(preview.rows.map((row) => row.line)).toEqual([2, 4, 5, 6])
    expect(preview.rows[3]?.problems).toEqual(['Priority “high”; it must be 1, 2, 3 or 4', 'Owner “stranger” is no member of this project'])
    expect((await list()).total).toBe(3)
    const done = await ask<Imported>('POST', '/case-tables', upload(await writeXlsx(table, 'Cases')))
    expect(done).toMatchObject({ made: 1, changed: 1, left: 2 })
    expect((await detail('FERRY-101')).steps).toEqual([
      { action: 'Load', expected: 'Refused' },
      { action: 'Unload', expected: 'Free' },
    ])
    expect((await list('?search=A new one')).rows[0]).toMatchObject({ area: 'Freight › Hazard', priority: 3 })
    // with the two areas that it made
    expect(await undo(done.actId)).toMatchObject({ undone: 4, left: [] })
    expect((await list()).total).toBe(3)
    expect((await detail('FERRY-101')).steps).toHaveLength(1)
  })

  it('that are none are refused', async () => {
    await expect(ask('POST', '/case-tables/preview', upload('Colour\nred'))).rejects.toMatchObject({ code: 'noColumns' })
    await expect(ask('POST', '/case-tables/preview', upload(''))).rejects.toMatchObject({ code: 'empty' })
    await expect(ask('POST', '/case-tables/preview', new FormData())).rejects.toMatchObject({ code: 'noFiles' })
  })

  it('hold every cell that could run in a spreadsheet as text', async () => {
    await ask('PATCH', '/cases/FERRY-103', { version: (await detail('FERRY-103')).version, title: '=1+1' })
    const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/case-tables?format=csv&keys=FERRY-103`, { headers: { cookie } })
    const csv = Buffer.from(await answer.arrayBuffer())
    expect(csv.toString()).toContain(",'=1+1,")
    expect((await readSheet(csv))[1]?.[1]).toBe('=1+1')
  })
})

it('views are kept by name, shared or not, and taken away by their owner', async () => {
  const keep = (params: string) => ask<SavedView[]>('POST', '/views', { page: 'cases', name: 'Night', params, shared: true })
  await keep('tag=night')
  const [view] = await keep('tag=day')
  expect(view).toMatchObject({ name: 'Night', params: 'tag=day', mine: true, shared: true })
  await ask('DELETE', `/views/${view?.id}`)
  expect(await ask<SavedView[]>('GET', '/views?page=cases')).toEqual([])
})
