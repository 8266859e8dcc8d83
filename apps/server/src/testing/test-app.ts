import { ApiClient, deliver, type DeliveryReport, type DeliveryTarget } from '@bobbin/client'
import type { NestExpressApplication } from '@nestjs/platform-express'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { AddressInfo } from 'node:net'
import pg from 'pg'
import { inject } from 'vitest'
import { createApp } from '../app.js'
import type { Config } from '../platform/config.js'
import { THREAD_LIMITS } from '../platform/threads/thread-pool.js'
import { type Seed, seedProject } from '../seed.js'

export const TOKEN = 'bbn_test-token'
const TARGET: DeliveryTarget = { pipeline: 'fare-desk-web', build: '1', branch: 'main', environment: 'pier-test' }

export type AsPerson = <T>(method: string, path: string, body?: unknown) => Promise<T>

/** A server on a database of its own, with a small project. */
export class TestApp {
  private constructor(
    readonly app: NestExpressApplication,
    readonly url: string,
    readonly database: pg.Client,
    readonly config: Config,
    private readonly drop: () => Promise<void>,
  ) {}

  static async start(
    cases: Seed['cases'] = [],
    {
      seeded = true,
      beforeListening = () => undefined,
      ...settings
    }: Partial<Config> & { seeded?: boolean; beforeListening?: (app: NestExpressApplication) => void } = {},
  ): Promise<TestApp> {
    const name = `test_${randomUUID().replaceAll('-', '')}`
    const admin = inject('databaseUrl')
    const own = new URL(admin)
    own.pathname = `/${name}`
    await once(admin, `create database ${name} template ${inject('templateDatabase')}`)
    const config: Config = {
      databaseUrl: own.href,
      port: 0,
      host: '127.0.0.1',
      webRoot: null,
      secureCookies: false,
      secret: 'secret-of-the-tests',
      proxies: settings.proxies ?? 0,
      uploadIdleMs: 400,
      uploadsPerAddress: settings.uploadsPerAddress ?? 256,
      metricsToken: 'metrics-of-the-tests',
      reading: settings.reading ?? { thread: inject('readingThread'), threads: 3, limits: THREAD_LIMITS },
      agentSilenceS: settings.agentSilenceS ?? 60,
      queueBytes: settings.queueBytes ?? 128 * 1024 ** 2,
      sourceFolders: settings.sourceFolders ?? [],
      sourceHosts: settings.sourceHosts ?? [],
      url: settings.url ?? null,
      mail: settings.mail ?? null,
      oidc: settings.oidc ?? null,
      log: settings.log ?? 'text',
      blobs: settings.blobs ?? mkdtempSync(join(tmpdir(), 'bobbin-blobs-')),
    }
    const app = await createApp(config)
    beforeListening(app)
    await app.listen(0, '127.0.0.1')
    if (seeded) {
      const sources = { folders: config.sourceFolders, hosts: config.sourceHosts }
      await seedProject(app, { ...seedOf('gullhaven', 'FERRY', 'runa', TOKEN, cases), sources })
      await seedProject(app, seedOf('skerries', 'SKER', 'olav', `${TOKEN}-other`, []))
    }
    const database = new pg.Client({ connectionString: own.href })
    await database.connect()
    const { port } = (app.getHttpServer() as { address(): AddressInfo }).address()
    return new TestApp(app, `http://127.0.0.1:${port}`, database, config, () => once(admin, `drop database ${name} with (force)`))
  }

  async stop(): Promise<void> {
    await this.database.end()
    await this.app.close()
    await this.drop()
    if (typeof this.config.blobs === 'string') rmSync(this.config.blobs, { recursive: true, force: true })
  }

  client(token: string = TOKEN): ApiClient {
    return new ApiClient({ baseUrl: this.url, token })
  }

  /** Delivers one file (or several by name) and answers the report. */
  deliver(
    files: string | Record<string, string | Uint8Array<ArrayBuffer>>,
    target: Partial<DeliveryTarget> = {},
    project: 'gullhaven' | 'skerries' = 'gullhaven',
  ): Promise<DeliveryReport> {
    const named = typeof files === 'string' ? { 'report.xml': files } : files
    const outgoing = Object.entries(named).map(([name, text]) => ({ name, content: new Blob([text]) }))
    return deliver(this.client(project === 'gullhaven' ? TOKEN : `${TOKEN}-other`), project, { ...TARGET, ...target }, 'cli', outgoing)
  }

  get<T>(path: string): Promise<T> {
    return this.send<T>('get', path)
  }

  /** A request below the project by its whole path. @throws ApiError */
  send<T>(method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: unknown, token = TOKEN): Promise<T> {
    const client = this.client(token) as unknown as Record<typeof method, (path: string, request: object) => Promise<T>>
    return client[method](`/projects/gullhaven${path}`, { body })
  }

  /** @returns the cookie of a new session */
  async signIn(email: string, password = 'gullhaven'): Promise<string> {
    const answer = await fetch(`${this.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email, password }),
    })
    if (answer.status !== 204) throw new Error(`signing in as ${email} answered ${answer.status}`)
    return answer.headers.get('set-cookie')?.split(';')[0] ?? ''
  }

  /** Requests below the project as a person, who is signed in with it. @throws Error with the members of the problem */
  async person(email = 'runa@gullhaven.example'): Promise<AsPerson> {
    const cookie = await this.signIn(email)
    return async <T>(method: string, path: string, body?: unknown): Promise<T> => {
      const form = body instanceof FormData
      const answer = await fetch(`${this.url}/api/projects/gullhaven${path}`, {
        method,
        headers: { cookie, ...(body !== undefined && !form && { 'content-type': 'application/json' }) },
        ...(body !== undefined && { body: form ? body : JSON.stringify(body) }),
      })
      const text = await answer.text()
      const json: unknown = text === '' ? undefined : JSON.parse(text)
      if (!answer.ok) throw Object.assign(new Error(`${answer.status} ${text}`), json)
      return json as T
    }
  }

  async ask<T extends pg.QueryResultRow>(sql: string): Promise<T[]> {
    return (await this.database.query<T>(sql)).rows
  }
}

async function once(url: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(sql)
  await client.end()
}

function seedOf(slug: string, keyPrefix: string, person: string, token: string, cases: Seed['cases']): Seed {
  return {
    project: { slug, name: slug, keyPrefix },
    accounts: [{ email: `${person}@gullhaven.example`, name: person, kind: 'engineer', password: 'gullhaven' }],
    environments: [],
    cases,
    token,
  }
}

export const seedCase = (number: number, title: string): Seed['cases'][number] => ({
  number,
  title,
  area: ['Deck planner', 'Limits'],
  priority: 2,
  tags: ['smoke'],
  owner: 'runa@gullhaven.example',
  state: 'approved',
  preconditions: '',
  steps: [{ action: 'Load a trailer', expected: 'It is refused' }],
})

export interface TestSpec {
  name: string
  fails?: string | undefined
  errors?: string | undefined
  skipped?: boolean | undefined
  key?: string | undefined
}

/** A small result file in no particular dialect. */
export function resultFile(tests: (TestSpec | string)[], extra = ''): string {
  const cases = tests.map((spec) => {
    const { name, fails, errors, skipped, key } = typeof spec === 'string' ? { name: spec } as TestSpec : spec // prettier-ignore
    const failure = fails ? `<failure message="${fails}" type="AssertionError">at deck/planner.ts:112</failure>` : ''
    const error = errors ? `<error message="${errors}"/>` : ''
    const properties = key ? `<properties><property name="case" value="${key}"/></properties>` : ''
    return `<testcase classname="deck" name="${name}" time="0.5">${properties}${failure}${error}${skipped ? '<skipped/>' : ''}</testcase>`
  })
  return `<testsuites><testsuite name="deck">${cases.join('')}${extra}</testsuite></testsuites>`
}
