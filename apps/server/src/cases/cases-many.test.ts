import type { CaseChange, CaseList, ActUndone } from '@bobbin/client'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type AsPerson, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'At the limit'), seedCase(103, 'Far below')])
  ask = await bobbin.person()
})
afterAll(() => bobbin.stop())

it('a list of 20,000 cases is answered page by page, and changed in one statement', async () => {
  // every connection of the server has made its plans for changes to a single case
  const small = { keys: ['FERRY-101'], set: { addTags: ['first'] } }
  await Promise.all(Array.from({ length: 20 }, () => ask('POST', '/cases/bulk', small)))
  const lines = Array.from({ length: 5000 }, (_, i) => `Case ${i}`).join('\n')
  const made = []
  for (let i = 0; i < 4; i++) made.push(await ask<{ actId: number }>('POST', '/cases/outline', { text: lines }))
  const keys: string[] = []
  for (let total = Infinity; keys.length < total;) {
    const page = await ask<CaseList>('GET', `/cases?limit=5000&offset=${keys.length}`)
    total = page.total
    keys.push(...page.rows.map((row) => row.key))
  }
  expect(new Set(keys).size).toBe(20_003)
  expect((await ask<CaseChange>('POST', '/cases/bulk', { keys, set: { addTags: ['all'] } })).cases).toBe(20_003)
  // they were changed since: undo leaves what people touched
  for (const { actId } of made) expect((await ask<ActUndone>('POST', `/acts/${actId}/undo`)).undone).toBe(0)
  expect((await ask<CaseList>('GET', '/cases')).total).toBe(20_003)
  await ask('POST', '/cases/delete', { keys: keys.slice(3) })
  expect((await ask<CaseList>('GET', '/cases')).total).toBe(3)
})
