import { afterAll, beforeAll, expect, it } from 'vitest'
import { seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'At the limit')])
})
afterAll(() => bobbin.stop())

async function counted(): Promise<number> {
  const { rows } = await bobbin.database.query<{ changes: number }>(
    `select claims_changed as changes from project where slug = 'gullhaven'`,
  )
  return rows[0]?.changes ?? NaN
}

it('a case that goes or comes back is counted once, one whose words change is not', async () => {
  const before = await counted()
  await bobbin.database.query(`update test_case set title = title || '.'`)
  expect(await counted()).toBe(before)
  await bobbin.database.query(`update test_case set deleted_at = now()`)
  expect(await counted()).toBe(before + 1)
  await bobbin.database.query(`update test_case set deleted_at = null where number = 101`)
  expect(await counted()).toBe(before + 2)
})

it('the plan that is kept of a change to one case goes through many only once', async () => {
  const plans: string[] = []
  const hear = ({ message }: { message?: string }) => void (message?.includes('Named Tuplestore Scan') && plans.push(message))
  bobbin.database.on('notice', hear)
  // plans of the statements inside of triggers are told to who asks
  await bobbin.database.query(
    `load 'auto_explain'; set auto_explain.log_min_duration = 0; set auto_explain.log_nested_statements = on; set client_min_messages = log`,
  )
  try {
    await bobbin.database.query(`update test_case set title = title || '!' where number = 101`)
    await bobbin.database.query(
      `insert into test_case (project_id, number, title) select project_id, 103, 'third' from test_case where number = 101`,
    )
    await bobbin.database.query(`delete from test_case where number = 103`)
  } finally {
    await bobbin.database.query(`set auto_explain.log_min_duration = -1; reset client_min_messages`)
    bobbin.database.off('notice', hear)
  }
  expect(plans.length).toBeGreaterThanOrEqual(3)
  for (const plan of plans) expect(plan).not.toMatch(/Join|Nested Loop/)
})
