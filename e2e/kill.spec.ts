import { ApiClient, deliver, type DeliveryReport } from '@bobbin/client'
import { request } from 'node:http'
import pg from 'pg'
import { expect, test } from '@playwright/test'
import { databaseFor } from './database.js'
import { firstRunCode } from '../tools/lib/first-run.mjs'
import { startTestServer, TEST_SECRET } from '../tools/lib/test-server.mjs'

const TESTS = 600
const FILES = [1, 2, 3]
/** Where the server is killed: in the middle of a file's bytes, in the transaction that stores it, or between two files. */
const MOMENTS = ['while a file comes in', 'while a file is stored', 'between two files'] as const

function fileOf(build: number, nth: number): { name: string; text: string } {
  const tests = Array.from(
    { length: TESTS },
    (_, i) => `<testcase classname="f${nth}" name="t${i}" time="0.1">${i % 9 === build % 9 ? '<failure message="no"/>' : ''}</testcase>`,
  )
  return { name: `f${nth}.xml`, text: `<testsuite name="f${nth}" id="${build}">${tests.join('\n')}</testsuite>` }
}

const target = (build: number) => ({ pipeline: 'p', build: String(build), branch: 'main', environment: 'e' })

/** A delivery that is sent as far as a test wants it to be. */
class Sending {
  private readonly request
  constructor(url: string, token: string, build: number) {
    const query = new URLSearchParams(target(build))
    this.request = request(`${url}/api/projects/quay/deliveries?${query}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'multipart/form-data; boundary=quay', 'transfer-encoding': 'chunked' },
    })
    // the server is killed under it
    this.request.on('error', () => undefined)
    this.request.on('response', (response) => response.on('error', () => undefined).resume())
  }
  begin({ name, text }: ReturnType<typeof fileOf>): void {
    this.request.write(
      `--quay\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: text/xml\r\n\r\n${text.slice(0, text.length / 2)}`,
    )
  }
  end({ text }: ReturnType<typeof fileOf>): void {
    // the file is whole once the next boundary is there
    this.request.write(`${text.slice(text.length / 2)}\r\n--quay\r\ncontent-disposition: form-data; name="other"\r\n\r\n\r\n`)
  }
}

/** Asks until something holds: nothing else says so. */
async function until(holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise(setImmediate)
}

test('the server is killed in the middle of deliveries: each file is wholly there or wholly not, and a repeat completes it', async ({
  request: http,
}) => {
  // nine starts of a server, on however busy a machine
  test.setTimeout(0)
  const { url, drop } = await databaseFor('kill')
  let server = await startTestServer(url, { demo: false })
  const database = new pg.Client({ connectionString: url })
  const holder = new pg.Client({ connectionString: url })
  await Promise.all([database.connect(), holder.connect()])
  const isThere = async (sql: string, bind: unknown[] = []) => (await database.query(sql, bind)).rowCount !== 0
  try {
    const token = await prepare(http, server.url)
    let build = 0
    for (const before of [0, 1, 2]) {
      for (const moment of MOMENTS) {
        build++
        const sending = new Sending(server.url, token, build)
        const stored = (nth: number) =>
          until(() =>
            isThere(
              'select 1 from result_file f join run r on r.id = f.run_id join build b on b.id = r.build_id where b.name = $1 and f.name = $2',
              [String(build), `f${nth}.xml`],
            ),
          )
        for (const nth of FILES.slice(0, before)) {
          sending.begin(fileOf(build, nth))
          sending.end(fileOf(build, nth))
          await stored(nth)
        }
        const next = fileOf(build, before + 1)
        if (moment === 'while a file comes in') {
          sending.begin(next)
          await until(() => isThere(`select 1 from delivery where target ->> 'build' = $1`, [String(build)]))
        } else if (moment === 'while a file is stored') {
          await holder.query('begin; lock table attempt in exclusive mode')
          sending.begin(next)
          sending.end(next)
          await until(() => isThere(`select 1 from pg_locks where relation = 'attempt'::regclass and not granted`))
        }
        await server.kill()
        if (moment === 'while a file is stored') await holder.query('rollback')
        server = await startTestServer(url, { demo: false })
        // what was in a transaction is gone with its connection
        await until(async () => !(await isThere(`select 1 from pg_locks where relation = 'attempt'::regclass`)))
        expect([moment, await whole(database, build)]).toEqual([moment, before])
        const again: DeliveryReport = await deliver(
          new ApiClient({ baseUrl: server.url, token }),
          'quay',
          target(build),
          'cli',
          FILES.map((nth) => fileOf(build, nth)).map(({ name, text }) => ({ name, content: new Blob([text]) })),
        )
        expect(again.files.map(({ status }) => status)).toEqual(FILES.map((nth) => (nth <= before ? 'already' : 'stored')))
        expect(again.run?.totals.total, `build ${build}`).toBe(3 * TESTS)
      }
    }
  } finally {
    await Promise.all([database.end(), holder.end()])
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
