import { afterAll, beforeAll, expect, it } from 'vitest'
import { TestApp } from '../../testing/test-app.js'
import { microseconds } from './attempt-rows.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

// halves of a microsecond, what no binary number can say, and what four bytes hold only roughly
const DURATIONS = [0, 0.0005, 0.0015, 0.0625, 0.1, 0.1875, 0.3125, 0.5, 1 / 3, 1.0005, 2.675, 16.6667, 1234.5678, 16_777_217, 86_400_000.25]

it('a duration is as many whole microseconds as PostgreSQL makes of it', async () => {
  const rows = await bobbin.ask<{ us: number }>(
    `select round(ms::real::float8 * 1000)::float8 as us from unnest(array[${DURATIONS.join(', ')}]::float8[]) with ordinality as d (ms, nth) order by nth`,
  )
  expect(DURATIONS.map(microseconds)).toEqual(rows.map(({ us }) => us))
})

it('what files add to a run, one after the other, is what its results come to', async () => {
  const shard = (nth: number) =>
    `<testsuite name="s">${DURATIONS.map((ms, i) => `<testcase classname="shard ${nth}" name="t${i}" time="${ms / 1000}">${i % 4 === nth ? '<failure message="no"/>' : ''}</testcase>`).join('')}</testsuite>`
  for (const nth of [0, 1, 2]) await bobbin.deliver(shard(nth), { pipeline: 'sums' })
  // one of them again, which is a later try of each of its tests
  const report = await bobbin.deliver(`${shard(1)}<!-- again -->`, { pipeline: 'sums' })
  await bobbin.deliver(shard(3), { pipeline: 'sums' })
  const [kept] = await bobbin.ask(
    `select total, passed, failed, recovered, duration_ms = round(duration_us / 1000.0) as told from run where id = ${report.run?.id}`,
  )
  expect(kept).toEqual({ total: 60, passed: 45, failed: 15, recovered: 0, told: true })
  expect(await bobbin.send<object>('post', '/recount')).toMatchObject({ differing: [] })
})
