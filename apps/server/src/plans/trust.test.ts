import type { AgentList, PlanDetail, Registered, StartRow, WorkAnswer } from '@bobbin/client'
import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliDecompressSync, gunzipSync, inflateSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { environmentDto, planDto, type Prepared, preparedPlan, recipeDto } from '../testing/plans.js'
import { seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let prepared: Prepared
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit')])
  prepared = await preparedPlan(bobbin, [{ name: 'axle', file: 'deck.test.mjs', keys: ['FERRY-101'] }])
})
afterAll(() => bobbin.stop())

const recipeId = async () => (await prepared.ask<{ rows: { id: number }[] }>('GET', '/recipes')).rows[0]?.id ?? 0
const declare = async (...parameters: object[]) =>
  prepared.ask(
    'PUT',
    `/recipes/${await recipeId()}`,
    recipeDto({ parameters: parameters.map((one) => ({ name: 'sailing', values: ['07:40'], ...one })) }),
  )
const withParameters = (parameters: Record<string, string>) =>
  prepared.ask<PlanDetail>(
    'PUT',
    `/plans/${prepared.plan.id}`,
    planDto([prepared.suite.id], [], { cells: [{ environmentId: prepared.environmentId, parameters }] as never }),
  )

const as = (token: string) => async (method: string, path: string, body?: object) => {
  const answer = await fetch(`${bobbin.url}/api/projects/gullhaven${path}`, {
    method,
    headers: { authorization: `Bearer ${token}`, ...(body && { 'content-type': 'application/json' }) },
    ...(body && { body: JSON.stringify(body) }),
  })
  return { status: answer.status, body: await answer.json().catch((): unknown => null) }
}
const token = async (more: object) =>
  (await prepared.ask<{ secret: string }>('POST', '/tokens', { name: 'one', scope: 'agent', ...more })).secret

/** An agent that asks for work once. */
async function worker(secret: string, more: object = {}) {
  const key = randomUUID()
  const ask = as(secret)
  const registered = await ask('POST', '/agents', { name: `quay ${key}`, key, labels: ['node', 'browser'], profiles: [], ...more })
  const { id } = (registered.body ?? {}) as Registered
  const work = async () => (await ask('POST', `/agents/${id}/work`, { key, free: true, held: [], wait: 0 })).body as WorkAnswer
  return { registered, id, work }
}

describe('what a plan chooses', () => {
  it.each(['NODE_OPTIONS', 'PATH', 'LD_PRELOAD', 'sailing'])('is refused where no recipe declares it: %s', async (name) => {
    await expect(withParameters({ [name]: '--import=data:text/javascript,1' })).rejects.toMatchObject({ code: 'parameter' })
  })

  it('reaches the process under a prefix of its own, and nothing else does', async () => {
    await declare({}, { name: 'deck', values: ['upper'], fallback: 'upper', variable: 'DECK' })
    await withParameters({ sailing: '07:40' })
    await prepared.ask<StartRow>('POST', `/plans/${prepared.plan.id}/start`, {})
    // as from before names were refused, or from somebody with the database
    await bobbin.ask(`update environment set variables = '{"LD_PRELOAD": "x.so", "BASE": "quay"}'`)
    await bobbin.ask(`update part set parameters = parameters || '{"NODE_OPTIONS": "--import=data:,", "deck": "lower"}'`)
    const { work } = await (await worker(prepared.agentToken)).work()
    expect(work?.variables).toEqual({ BASE: 'quay', BOBBIN_PARAM_SAILING: '07:40' })
  })

  it('is not run where it does not fit, and the plan says what may be chosen', async () => {
    await withParameters({ sailing: '12:00' })
    const { notes } = await prepared.ask<PlanDetail>('GET', `/plans/${prepared.plan.id}`)
    expect(notes).toContainEqual({ code: 'parameter', recipe: 'node:test', name: 'sailing', may: ['07:40'], count: 1 })
    await withParameters({})
  })

  it.each(['LD_PRELOAD', 'NODE_OPTIONS', 'A B'])('can’t be given to a variable that programs obey: %s', async (variable) => {
    await expect(declare({ variable })).rejects.toMatchObject({ code: 'parameter' })
  })

  it.each(['PATH', 'BASH_ENV', 'GIT_SSH_COMMAND', 'https_proxy'])(
    'and neither an environment nor a secret is called so: %s',
    async (name) => {
      await expect(prepared.ask('POST', '/environments', environmentDto('x', { variables: { [name]: 'y' } }))).rejects.toMatchObject({
        code: 'variable',
      })
      await expect(
        prepared.ask('PUT', `/environments/${prepared.environmentId}/secrets/${name}`, { value: 'long enough' }),
      ).rejects.toMatchObject({ code: 'variable' })
    },
  )
})

it('a secret that could not be masked is refused', async () => {
  await expect(prepared.ask('PUT', `/environments/${prepared.environmentId}/secrets/PIN`, { value: '12345' })).rejects.toMatchObject({
    code: 'secret',
  })
})

it.each(['--import=data:text/javascript,1', '../../etc/passwd', '/etc/passwd', 'a\nb'])('a scan names no file %j', async (file) => {
  const { id } = await prepared.ask<{ id: number }>('POST', '/scans', { tree: 'other', branch: 'main', files: 1 })
  const test = { framework: 'node-test', line: 1, endLine: 2, suites: [], tags: [], keys: [], bodySize: 1, name: 'x', file }
  await expect(prepared.ask('POST', `/scans/${id}/tests`, { from: 0, tests: [test] })).rejects.toThrow('can be no source file')
})

describe('a token for agents', () => {
  it('gets parts of its environments only', async () => {
    await declare()
    const { id } = await prepared.ask<{ id: number }>('POST', '/environments', environmentDto('pier-test'))
    const { id: plan } = await prepared.ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([prepared.suite.id], [prepared.environmentId], { name: 'Other' }),
    )
    await prepared.ask<StartRow>('POST', `/plans/${plan}/start`, {})
    const elsewhere = await worker(await token({ agent: { poolId: null, labels: null, environments: [id] } }))
    expect((await elsewhere.work()).work).toBeNull()
    const here = await worker(await token({ agent: { poolId: null, labels: null, environments: [prepared.environmentId] } }))
    expect((await here.work()).work).not.toBeNull()
  })

  it('says what an agent may be, and what the agent says only narrows that', async () => {
    await prepared.ask('POST', '/pools', { name: 'quay', costPerMinute: 0, closed: [], idleMinutes: 5, confirmed: false })
    await prepared.ask('POST', '/pools', { name: 'bridge', costPerMinute: 0, closed: [], idleMinutes: 5, confirmed: false })
    const { pools } = await prepared.ask<AgentList>('GET', '/agents')
    const quay = pools.find(({ name }) => name === 'quay')?.id ?? 0
    const secret = await token({ agent: { poolId: quay, labels: ['node'], environments: null } })
    const { id } = await worker(secret)
    const { rows } = await prepared.ask<AgentList>('GET', '/agents')
    expect(rows.find((row) => row.id === id)).toMatchObject({ labels: ['node'], poolId: quay })
    expect((await worker(secret, { pool: 'bridge' })).registered).toMatchObject({ status: 403, body: { code: 'otherPool' } })
  })

  it('is made by who manages the project, for what is there', async () => {
    await expect(token({ agent: { poolId: 999, labels: null, environments: null } })).rejects.toMatchObject({ code: 'bounds' })
    await expect(token({ scope: 'read', agent: { poolId: null, labels: null, environments: null } })).rejects.toMatchObject({
      code: 'bounds',
    })
  })
})

it('a token to start starts and stops runs of plans, and nothing else', async () => {
  const ask = as(await token({ scope: 'start' }))
  const started = await ask('POST', `/plans/${prepared.plan.id}/start`, {})
  expect(started.status).toBe(200)
  expect((await ask('POST', `/starts/${(started.body as StartRow).id}/stop`, {})).status).toBe(204)
  for (const [method, path] of [
    ['DELETE', `/suites/${prepared.suite.id}`],
    ['PUT', `/suites/${prepared.suite.id}/cases`],
    ['PUT', '/runs/1/keep'],
    ['POST', '/runs/1/rerun'],
    ['DELETE', `/plans/${prepared.plan.id}`],
    ['PUT', '/agents/1'],
    ['POST', '/assignments'],
    ['GET', '/cases'],
  ] as const)
    expect([method, path, (await ask(method, path, method === 'GET' ? undefined : {})).status]).toEqual([method, path, 403])
})

describe('what a part tells', () => {
  const SECRET = 'tide <42> & "ø"'
  const forms = [
    SECRET,
    JSON.stringify(SECRET),
    encodeURIComponent(SECRET),
    new URLSearchParams({ k: SECRET }).toString(),
    'tide &lt;42&gt; &amp; &quot;ø&quot;',
    Buffer.from(SECRET).toString('hex'),
    Buffer.from(SECRET).toString('base64'),
    Buffer.from(`user:${SECRET}`).toString('base64'),
  ]

  it('holds its secrets in no form, wherever it is kept', async () => {
    await prepared.ask('PUT', `/environments/${prepared.environmentId}/secrets/DEPLOY_KEY`, { value: SECRET })
    const { id: plan } = await prepared.ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([prepared.suite.id], [prepared.environmentId], { name: 'Telling' }),
    )
    await prepared.ask<StartRow>('POST', `/plans/${plan}/start`, {})
    const agent = await worker(await token({}))
    // what waits from other tests comes first
    let taken = (await agent.work()).work
    while (taken && taken.target.pipeline !== undefined && !taken.name.includes('Telling')) taken = (await agent.work()).work
    if (!taken) throw new Error('there is no work')
    const { part, lease, token: own, target } = taken
    const tell = as(own)
    const place = {
      pipeline: target.pipeline,
      build: target.build,
      branch: target.branch,
      environment: target.environment,
      run: target.run,
    }
    const feed = await tell('POST', '/feeds', { ...place, key: randomUUID(), name: 'live' })
    expect(feed.status).toBeLessThan(300)
    const text = forms.join('\n')
    const content = { encoding: 'base64', text: Buffer.from(text).toString('base64') }
    const result = {
      ...{ name: `axle ${SECRET}`, file: 'deck.test.mjs', outcome: 'failed', stdout: text, stderr: text, reason: text },
      failures: [{ message: text, stack: text }],
      steps: [{ text, outcome: 'failed' }],
      properties: [{ name: 'key', value: text }],
      attachments: [{ name: 'log.txt', mediaType: 'text/plain', content }],
    }
    const batch = await tell('POST', `/feeds/${(feed.body as { id: number }).id}/batches`, { number: 1, results: [result] })
    expect([batch.status, batch.body]).toMatchObject([200, { batches: 1 }])
    await as(await token({}))('POST', `/parts/${part}/log`, { lease, at: 0, text })
    const kept = JSON.stringify(await everything())
    for (const form of forms) expect(kept).not.toContain(JSON.stringify(form).slice(1, -1))
    expect(kept).toContain('•••')
  })

  /** Every row of every table, with texts that are kept compressed, and every file. */
  async function everything(): Promise<string[]> {
    const tables = await bobbin.ask<{ name: string }>(
      `select quote_ident(table_name) as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`,
    )
    const rows: string[] = []
    for (const { name } of tables) for (const row of await bobbin.ask(`select * from ${name}`)) rows.push(...textsOf(row))
    const blobs = bobbin.config.blobs as string
    for (const file of readdirSync(blobs, { recursive: true, withFileTypes: true }))
      if (file.isFile()) rows.push(unpacked(readFileSync(join(file.parentPath, file.name))))
    return rows
  }

  const textsOf = (value: unknown): string[] => {
    if (Buffer.isBuffer(value)) return [unpacked(value)]
    if (typeof value === 'string') return [value]
    return typeof value === 'object' && value !== null ? Object.entries(value).flatMap(([name, one]) => [name, ...textsOf(one)]) : []
  }

  function unpacked(bytes: Buffer): string {
    for (const unpack of [gunzipSync, inflateSync, brotliDecompressSync])
      try {
        return unpack(bytes).toString()
      } catch {
        // packed in another way, or not at all
      }
    return bytes.toString()
  }
})

describe('the log of a part', () => {
  it('keeps pieces in their order, once, and none when it is over', async () => {
    const { id: plan } = await prepared.ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([prepared.suite.id], [prepared.environmentId], { name: 'Logging' }),
    )
    await prepared.ask<StartRow>('POST', `/plans/${plan}/start`, {})
    const secret = await token({})
    const agent = await worker(secret)
    let taken = (await agent.work()).work
    while (taken && !taken.name.includes('Logging')) taken = (await agent.work()).work
    if (!taken) throw new Error('there is no work')
    const { part, lease } = taken
    const say = (at: number, text: string) => as(secret)('POST', `/parts/${part}/log`, { lease, at, text })
    expect((await say(0, 'low ')).status).toBe(200)
    expect(await say(9, 'late')).toMatchObject({ status: 409, body: { code: 'logMissing' } })
    expect((await say(4, 'tide ')).status).toBe(200)
    // told again, also in other pieces
    for (const [at, text] of [[0, 'low '], [0, 'low tide '], [2, 'w tide at']] as const) expect((await say(at, text)).status).toBe(200) // prettier-ignore
    const { text } = await prepared.ask<{ text: string }>('GET', `/parts/${part}/log`)
    expect(text).toBe('low tide at')
    await as(secret)('POST', `/parts/${part}/end`, { lease, state: 'failed', exitCode: 1 })
    expect((await say(11, ' nine')).status).toBe(409)
  })
})

describe('addresses that may hold secrets', () => {
  it('are for who manages the project', async () => {
    const [project] = await bobbin.ask<{ id: number }>(`select id from project where slug = 'gullhaven'`)
    await bobbin.ask(
      `insert into handoff (project_id, name, url, template) values (${project?.id}, 'nightly', 'https://ci.gullhaven.example/s3cret', '{"key":"s3cret"}')`,
    )
    await bobbin.ask(
      `insert into notification_rule (project_id, name, events, channel, address, zone) values (${project?.id}, 'chat', '{}', 'webhook', 'https://hooks.gullhaven.example/s3cret', 'UTC')`,
    )
    const { secret } = await prepared.ask<{ secret: string }>('POST', '/invitations', { email: 'mar@gullhaven.example', role: 'viewer' })
    await fetch(`${bobbin.url}/api/invitations/accept`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ secret, account: { name: 'mar', kind: 'tester', password: 'low tide at nine' } }),
    })
    const cookie = await bobbin.signIn('mar@gullhaven.example', 'low tide at nine')
    for (const path of ['/handoffs', '/notifications/rules', '/notifications/log', '/agents']) {
      const answer = await fetch(`${bobbin.url}/api/projects/gullhaven${path}`, { headers: { cookie } })
      expect([path, answer.status]).toEqual([path, 200])
      expect(await answer.text()).not.toContain('s3cret')
    }
    expect(JSON.stringify(await prepared.ask('GET', '/handoffs'))).toContain('s3cret')
    expect(JSON.stringify(await prepared.ask('GET', '/notifications/rules'))).toContain('s3cret')
  })
})
