import { ApiClient, deliver, type DeliveryReport } from '@bobbin/client'
import pg from 'pg'
import { expect, test } from '@playwright/test'
import { databaseFor } from './database.js'
import { firstRunCode } from '../tools/lib/first-run.mjs'
import { startTestServer, TEST_SECRET } from '../tools/lib/test-server.mjs'

const KILLS = 20
const TESTS = 600

const file = (build: number, nth: number) => {
  const tests = Array.from(
    { length: TESTS },
    (_, i) => `<testcase classname="f${nth}" name="t${i}" time="0.1">${i % 9 === build % 9 ? '<failure message="no"/>' : ''}</testcase>`,
  )
  return { name: `f${nth}.xml`, content: new Blob([`<testsuite name="f${nth}" id="${build}">${tests.join('\n')}</testsuite>`]) }
}

test(`the server is killed ${KILLS} times in the middle of a delivery: each file is wholly there or wholly not, and a repeat completes it`, async ({
  request,
}) => {
  test.setTimeout(240_000)
  const { url, drop } = await databaseFor('kill')
  let server = await startTestServer(url, { demo: false })
  const database = new pg.Client({ connectionString: url })
  await database.connect()
  try {
    const token = await prepare(request, server.url)
    const send = (build: number) =>
      deliver(
        new ApiClient({ baseUrl: server.url, token }),
        'quay',
        { pipeline: 'p', build: String(build), branch: 'main', environment: 'e' },
        'cli',
        [1, 2, 3].map((nth) => file(build, nth)),
      )
    const began = performance.now()
    await send(0)
    const usual = performance.now() - began
    const stored: number[] = []
    for (let build = 1; build <= KILLS; build++) {
      const sent: Promise<DeliveryReport | null> = send(build).catch(() => null)
      // spread evenly over the time that a delivery takes, from its first moment to its last
      await new Promise((resolve) => setTimeout(resolve, (usual * build) / KILLS))
      await server.kill()
      await sent
      server = await startTestServer(url, { demo: false })
      stored.push(await whole(database, build))
      const again = await send(build)
      expect(again.files.map((one) => one.status).sort()).toEqual([
        ...Array.from({ length: stored.at(-1) ?? 0 }, () => 'already'),
        ...Array.from({ length: 3 - (stored.at(-1) ?? 0) }, () => 'stored'),
      ])
      expect(again.run?.totals.total, `build ${build}`).toBe(3 * TESTS)
    }
    // the kills did fall into the deliveries, not all before or after
    expect(new Set(stored).size, stored.join()).toBeGreaterThan(1)
  } finally {
    await database.end()
    await server.kill()
    await drop()
  }
})

/** Checks that what is stored of a build is whole files only, and that its sums are true. @returns how many files are there */
async function whole(database: pg.Client, build: number): Promise<number> {
  const { rows } = await database.query<{ files: string; said: string; results: string; attempts: string; total: string }>(
    `select (select count(*) from result_file f where f.run_id = r.id) as files,
       (select coalesce(sum(results), 0) from result_file f where f.run_id = r.id) as said,
       (select count(*) from result x where x.run_id = r.id) as results, (select count(*) from attempt a where a.run_id = r.id) as attempts, r.total::text as total
     from run r join build b on b.id = r.build_id where b.name = $1`,
    [String(build)],
  )
  const [run] = rows
  if (!run) return 0
  expect([run.said, run.results, run.attempts, run.total], `build ${build}`).toEqual(
    Array.from({ length: 4 }, () => String(Number(run.files) * TESTS)),
  )
  return Number(run.files)
}

/** A project with a token, made as a person would. */
async function prepare(request: import('@playwright/test').APIRequestContext, url: string): Promise<string> {
  const data = {
    slug: 'quay',
    name: 'Quay',
    keyPrefix: 'QUAY',
    person: 'Ann',
    email: 'ann@gullhaven.example',
    kind: 'engineer',
    password: 'ten letters',
    code: firstRunCode(TEST_SECRET),
  }
  await request.post(`${url}/api/first-run`, { data })
  const answer = await request.post(`${url}/api/projects/quay/tokens`, { data: { name: 'kill', scope: 'deliver' } })
  return ((await answer.json()) as { secret: string }).secret
}
