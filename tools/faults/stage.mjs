// A Bobbin of its own that things happen to: one database, one or more server processes, senders, and the question whether all is there.
import { execFile } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { ApiClient, ApiError, deliver, UnreachableError } from '../../packages/client/dist/index.js'
import { startPostgres } from '../lib/postgres.mjs'
import { DATA, freePort, ROOT } from '../lib/process.mjs'
import { firstRunCode } from '../lib/first-run.mjs'
import { startTestServer, TEST_SECRET } from '../lib/test-server.mjs'

export const BOBBIN = join(ROOT, 'apps/cli/bin/bobbin.mjs')
const PERSON = { person: 'Fault', email: 'fault@gullhaven.example', kind: 'engineer', password: 'only for faults' }
const TRIES = 60

/** A result file whose tests no other file has. */
export function fileOf(name, tests, head = '') {
  const cases = Array.from(
    { length: tests },
    (_, i) => `<testcase classname="${name}" name="t${i}" time="0.1">${i % 9 === 0 ? '<failure message="no"/>' : ''}</testcase>`,
  )
  return `<testsuite name="${name}"${head}>${cases.join('\n')}</testsuite>`
}

export class Stage {
  servers = []
  /** Tests that were sent and answered for, by build. */
  expected = new Map()

  static async open(name, more = {}) {
    const stage = new Stage()
    stage.home = join(DATA, `faults-${process.pid}-${name}`)
    mkdirSync(stage.home, { recursive: true })
    stage.more = { BOBBIN_BLOBS: join(stage.home, 'blobs'), ...more }
    stage.postgres = await startPostgres(stage.home, () => undefined)
    await stage.postgres.createDatabase('faults')
    stage.port = await freePort()
    await stage.start()
    await stage.prepare()
    return stage
  }

  get url() {
    return `http://127.0.0.1:${this.port}`
  }

  /** Starts a server; the first is the one that is sent to. */
  async start(port = this.port, more = {}) {
    const server = await startTestServer(this.postgres.url('faults'), { demo: false, more: { ...this.more, ...more }, port })
    this.servers.push(server)
    return server
  }

  async prepare() {
    const json = (body, cookie) => ({
      method: 'POST',
      headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
      body: JSON.stringify(body),
    })
    const first = await fetch(
      `${this.url}/api/first-run`,
      json({ slug: 'quay', name: 'Quay', keyPrefix: 'QUAY', ...PERSON, code: firstRunCode(TEST_SECRET) }),
    )
    this.cookie = first.headers.get('set-cookie').split(';')[0]
    this.token = (
      await (await fetch(`${this.url}/api/projects/quay/tokens`, json({ name: 'faults', scope: 'deliver' }, this.cookie))).json()
    ).secret
  }

  /** Notes that a build is to have these tests in the end. */
  expect(build, tests) {
    this.expected.set(build, (this.expected.get(build) ?? 0) + tests)
  }

  /** Delivers as a patient sender does: whoever is away is asked again. @returns the report, and how often it was tried */
  async send(target, files) {
    const client = new ApiClient({ baseUrl: this.url, token: this.token })
    const outgoing = Object.entries(files).map(([name, text]) => ({ name, content: new Blob([text]) }))
    for (let tries = 1; ; tries++) {
      try {
        return {
          report: await deliver(client, 'quay', { pipeline: 'p', branch: 'main', environment: 'e', ...target }, 'cli', outgoing),
          tries,
        }
      } catch (error) {
        const mayPass = error instanceof UnreachableError || (error instanceof ApiError && [429, 502, 503, 504].includes(error.status))
        if (!mayPass || tries >= TRIES) throw error
        await pause(500 + Math.random() * 500)
      }
    }
  }

  /** The command line in a process of its own. @returns the child, and a promise of its exit code (null when it was killed) */
  bobbin(args, files = {}) {
    const folder = mkdtempSync(join(tmpdir(), 'bobbin-faults-'))
    for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text)
    let child = null
    const ended = new Promise((resolve) => {
      child = execFile(
        process.execPath,
        [BOBBIN, ...args],
        { cwd: folder, env: { ...process.env, BOBBIN_URL: this.url, BOBBIN_TOKEN: this.token } },
        (error, out, err) => {
          rmSync(folder, { recursive: true, force: true })
          resolve({ code: error ? (error.code ?? null) : 0, out, err })
        },
      )
    })
    return { child, ended }
  }

  /** Asks below the project as the person who made it. */
  async person(method, path, body) {
    const answer = await fetch(`${this.url}/api/projects/quay${path}`, {
      method,
      headers: { cookie: this.cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
    const text = await answer.text()
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${text}`)
    return text === '' ? null : JSON.parse(text)
  }

  /** Tries again while nobody answers. */
  async patiently(what) {
    for (let tries = 1; ; tries++) {
      try {
        return await what()
      } catch (error) {
        if (!/fetch failed|answered 5/.test(error.message) || tries > TRIES) throw error
        await pause(500)
      }
    }
  }

  /** Kills the server that is sent to, and starts another one in its place. */
  async restart() {
    await this.servers.shift().kill()
    await this.start()
  }

  async ask(sql) {
    const client = new pg.Client({ connectionString: this.postgres.url('faults') })
    await client.connect()
    try {
      return (await client.query(sql)).rows
    } finally {
      await client.end()
    }
  }

  /** Waits until nothing is left to read. */
  async settled() {
    for (let i = 0; i < 600; i++) {
      const [{ n, failed }] = await this.ask(
        `select count(*) filter (where state in ('waiting', 'reading'))::int as n, count(*) filter (where state = 'failed')::int as failed from delivery`,
      )
      if (failed > 0) throw new Error(`${failed} deliveries were given up`)
      if (n === 0) return
      await pause(200)
    }
    throw new Error('deliveries still wait')
  }

  /** Every result is there exactly once, and nothing that is kept beside them differs. @throws Error naming what is wrong */
  async everythingOnce() {
    await this.settled()
    const rows = await this.ask(
      `select b.name as build, r.total, (select count(*)::int from result t where t.run_id = r.id) as results,
         (select count(*)::int from attempt a where a.run_id = r.id) as attempts,
         (select count(*)::int from (select 1 from attempt a join script s on s.id = a.script_id where a.run_id = r.id group by s.name, s.classname) d) as tests
       from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id where p.name <> 'hostile'`,
    )
    const sums = new Map()
    for (const row of rows) {
      const own = sums.get(row.build) ?? { total: 0, results: 0, attempts: 0, tests: 0 }
      for (const key of Object.keys(own)) own[key] += row[key]
      sums.set(row.build, own)
    }
    for (const [build, tests] of this.expected) {
      const own = sums.get(build) ?? { total: 0, results: 0, attempts: 0, tests: 0 }
      for (const [key, value] of Object.entries(own))
        if (value !== tests) throw new Error(`build ${build} has ${value} ${key}, not ${tests}`)
    }
    const recount = await this.bobbin(['recount', '--json']).ended
    if (recount.code !== 0) throw new Error(`recount: ${recount.out}${recount.err}`)
    return [...this.expected.values()].reduce((a, b) => a + b, 0)
  }

  async close() {
    for (const server of this.servers) await server.kill()
    await this.postgres.stop()
    this.postgres.destroy()
    rmSync(this.home, { recursive: true, force: true })
  }
}

export const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** Repeatable chance (mulberry32). */
export function randomOf(seed) {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}
