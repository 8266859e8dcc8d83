import type { FailureList, StartRow } from '@bobbin/client'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { environmentDto, recipeDto, scanned } from '../testing/plans.js'
import { type AsPerson, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start()
  ask = await bobbin.person()
})
afterAll(() => bobbin.stop())

const testcase = (name: string, fails: string | null) =>
  `<testcase classname="deck/tide.test.js" name="${name}" file="deck/tide.test.js" time="1">${fails === null ? '' : `<failure message="${fails}"/>`}</testcase>`

it('the tests of a cause are run again as they ran in the newest build that has it, and no others', async () => {
  await ask('POST', '/environments', environmentDto('pier-test'))
  await scanned(
    ask,
    ['low tide', 'high tide', 'spring tide'].map((name) => ({ name, file: 'deck/tide.test.js', keys: [] })),
  )
  await bobbin.deliver(
    `<testsuites><testsuite name="tides">${testcase('low tide', 'the tide of the harbour was late')}${testcase('high tide', 'the pier has been flooded again')}${testcase('spring tide', null)}</testsuite></testsuites>`,
    { build: '7' },
  )
  const { rows } = await ask<FailureList>('GET', '/failures')
  const late = rows.find(({ title }) => title.includes('was late'))
  // nothing says how it is run
  await expect(ask('POST', `/failures/${late?.id}/rerun`)).rejects.toThrow('409')
  await ask('POST', '/recipes', recipeDto())
  const start = await ask<StartRow>('POST', `/failures/${late?.id}/rerun`)
  expect(start).toMatchObject({ why: 'rerun', by: 'runa', build: '7' })
  const [part] = await bobbin.ask<{ names: string[] }>(
    `select array(select t ->> 'name' from jsonb_array_elements(tests) t) as names from part where start_id = ${start.id}`,
  )
  expect(part?.names).toEqual(['low tide'])
})
