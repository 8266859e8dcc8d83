import type { ActChange } from '@bobbin/core'
import type { AreaNode, CaseDetail, CaseList } from '@bobbin/client'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([101, 102, 103, 104].map((number) => seedCase(number, `Case ${number}`)))
  ask = await bobbin.person()
  await bobbin.deliver(resultFile(['one', 'two', 'three', 'four']))
})
afterAll(() => bobbin.stop())

/** What people do, each with two numbers that choose what it is done to. */
const DEEDS: Record<string, (a: number, b: number) => Promise<unknown>> = {
  makeCase: async (a) => ask('POST', '/cases', { title: `Made ${a}`, areaId: (await areas())[a % 3]?.id ?? null }),
  outline: (a, b) => ask('POST', '/cases/outline', { text: `Area ${b} / Title ${a}\nAnother ${b}` }),
  edit: async (a, b) => {
    const { key } = await aCase(a)
    const { version } = await ask<CaseDetail>('GET', `/cases/${key}`)
    return ask('PATCH', `/cases/${key}`, { version, title: `Title ${b}`, steps: [{ action: String(a), expected: String(b) }] })
  },
  bulk: async (a, b) =>
    ask('POST', '/cases/bulk', {
      keys: [(await aCase(a)).key, (await aCase(b)).key],
      set: { priority: 1 + (b % 4), addTags: [`t${a % 5}`] },
    }),
  delete: async (a) => ask('POST', '/cases/delete', { keys: [(await aCase(a)).key] }),
  makeArea: async (a, b) => ask('POST', '/areas', { name: `New ${a}`, parentId: (await areas())[b % 4]?.id ?? null }),
  moveArea: async (a, b) => {
    const all = await areas()
    return ask('PATCH', `/areas/${all[a % all.length]?.id}`, { parentId: all[b % all.length]?.id ?? null })
  },
  deleteArea: async (a) => {
    const all = await areas()
    return ask('DELETE', `/areas/${all[a % all.length]?.id}`)
  },
  link: async (a, b) => ask('PUT', `/scripts/${await aScript(a)}/links/${(await aCase(b)).key}`),
  unlink: async (a, b) => ask('DELETE', `/scripts/${await aScript(a)}/links/${(await aCase(b)).key}`),
  decide: async (a) => ask('POST', '/scripts/decisions', { scripts: [await aScript(a)], decision: a % 2 ? 'make' : 'ask' }),
  settings: (a) => ask('PATCH', '', { keepDetailsDays: a + 1, unknownTests: a % 2 ? 'aside' : 'ask' }),
  undo: async (a) => {
    const rows = await bobbin.ask<{ id: number }>('select id::int as id from act where undoes is null order by id desc limit 8')
    return ask('POST', `/acts/${rows[a % rows.length]?.id}/undo`)
  },
}

const areas = () => ask<AreaNode[]>('GET', '/areas')
async function aCase(a: number) {
  const { rows } = await ask<CaseList>('GET', '/cases')
  return rows[a % rows.length] ?? { key: 'FERRY-101' }
}
const aScript = async (a: number) => (await bobbin.ask<{ id: number }>('select id from script order by id'))[a % 4]?.id ?? 0

/** What cases, areas, links and settings become when every act is done again, in order, where there was nothing. */
function replay(acts: { changes: ActChange[] }[]): Map<string, Record<string, unknown>> {
  const rows = new Map<string, Record<string, unknown>>()
  for (const { changes } of acts)
    for (const { kind, id, after } of changes) {
      const key = `${kind}:${id}`
      if (after === null) rows.delete(key)
      else rows.set(key, { ...rows.get(key), ...after })
    }
  return rows
}

const IS = `
select 'case:' || c.id as key, to_jsonb(c) as row from test_case c union all
select 'area:' || a.id, to_jsonb(a) from area a union all
select 'link:' || l.id, to_jsonb(l) from link l where l.origin = 'manual' union all
select 'project:' || p.id, jsonb_build_object('unknown_tests', p.unknown_tests, 'keep_details_days', p.keep_details_days) from project p where slug = 'gullhaven'`

/** The log is whole: whatever people do, doing what it says again gives the same cases, areas, links by hand and settings. */
it('done again from its beginning, the change log gives what is there', { timeout: 120_000 }, async () => {
  const step = fc.tuple(fc.constantFrom(...Object.keys(DEEDS)), fc.nat(40), fc.nat(40))
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 15 }), async (steps) => {
      // what is refused, such as an area below itself, leaves no trace in either
      for (const [deed, a, b] of steps) await DEEDS[deed]?.(a, b).catch((error: Error) => expect(error.message).toMatch(/^4\d\d /))
      const acts = await bobbin.ask<{ changes: ActChange[] }>(`select changes from act where project_id = 1 order by id`)
      const again = replay(acts)
      const settings = new Set(['unknown_tests', 'keep_details_days'])
      for (const { key, row } of await bobbin.ask<{ key: string; row: Record<string, unknown> }>(IS)) {
        const { id: _id, project_id: _project, created_at: _created, updated_at: _updated, ...rest } = row
        const made = key.startsWith('project:')
          ? Object.fromEntries(Object.entries(again.get(key) ?? {}).filter(([field]) => settings.has(field)))
          : again.get(key)
        const changed = key.startsWith('project:')
          ? Object.fromEntries(Object.entries(rest).filter(([field]) => field in (made ?? {})))
          : rest
        expect([key, made]).toEqual([key, changed])
      }
    }),
    { numRuns: 12, seed: 17 },
  )
  expect((await bobbin.ask<{ n: number }>('select count(*)::int as n from act'))[0]?.n).toBeGreaterThan(60)
})
