import type { FirstRun, MadeMember, MadeToken, Me, Member, SessionRow, TokenRow } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const RUNA = 'runa@gullhaven.example'

/** One request as a browser would send it. */
async function ask<T>(method: string, path: string, options: { cookie?: string; body?: unknown; agent?: string } = {}) {
  const answer = await fetch(`${bobbin.url}/api${path}`, {
    method,
    headers: {
      'content-type': 'application/json',
      ...(options.cookie && { cookie: options.cookie }),
      'user-agent': options.agent ?? 'a test',
    },
    ...(options.body !== undefined && { body: JSON.stringify(options.body) }),
  })
  const text = await answer.text()
  const cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? ''
  return { status: answer.status, body: (text === '' ? null : JSON.parse(text)) as T, cookie, headers: answer.headers }
}

describe('sessions', () => {
  it('begin anew at each sign-in, and the one the browser had ends', async () => {
    const first = await bobbin.signIn(RUNA)
    const second = await ask('POST', '/session', { cookie: first, body: { email: RUNA, password: 'gullhaven' } })
    expect(second.cookie).not.toBe(first)
    expect((await ask('GET', '/session', { cookie: first })).status).toBe(401)
    expect((await ask<Me>('GET', '/session', { cookie: second.cookie })).body.account.email).toBe(RUNA)
  })

  it('are listed, and end one by one or all at once', async () => {
    const here = await bobbin.signIn(RUNA)
    const there = (await ask('POST', '/session', { body: { email: RUNA, password: 'gullhaven' }, agent: 'the other desk' })).cookie
    const { body } = await ask<SessionRow[]>('GET', '/sessions', { cookie: here })
    expect(body.filter((row) => row.current)).toHaveLength(1)
    const other = body.find((row) => row.agent === 'the other desk')
    expect(other).toMatchObject({ current: false, address: '127.0.0.1' })
    expect((await ask('DELETE', `/sessions/${other?.id}`, { cookie: here })).status).toBe(204)
    expect((await ask('GET', '/session', { cookie: there })).status).toBe(401)
    expect((await ask('DELETE', '/sessions', { cookie: here })).status).toBe(204)
    expect((await ask('GET', '/session', { cookie: here })).status).toBe(401)
  })

  it('of others cannot be ended', async () => {
    const runa = await bobbin.signIn(RUNA)
    const olav = await bobbin.signIn('olav@gullhaven.example')
    const [row] = (await ask<SessionRow[]>('GET', '/sessions', { cookie: runa })).body
    expect((await ask('DELETE', `/sessions/${row?.id}`, { cookie: olav })).status).toBe(404)
    expect((await ask('GET', '/session', { cookie: runa })).status).toBe(200)
  })

  it('all end when the password changes, but for a new one of who changed it', async () => {
    const olav = await bobbin.signIn('olav@gullhaven.example')
    const change = (current: string, next: string) =>
      ask<{ code: string }>('PUT', '/session/password', { cookie: olav, body: { current, next } })
    expect((await change('wrong', 'long enough now')).body.code).toBe('wrongPassword')
    expect((await change('gullhaven', 'short')).status).toBe(400)
    const changed = await change('gullhaven', 'long enough now')
    expect(changed.status).toBe(204)
    expect((await ask('GET', '/session', { cookie: olav })).status).toBe(401)
    expect((await ask('GET', '/session', { cookie: changed.cookie })).status).toBe(200)
  })
})

describe('guessing', () => {
  it('is stopped after ten wrong passwords, also for the right one, and only for that account', async () => {
    const wrong = (email: string) => ask<{ code: string }>('POST', '/session', { body: { email, password: 'not this' } })
    for (let i = 0; i < 10; i++) expect((await wrong('guessed@gullhaven.example')).status).toBe(401)
    const stopped = await wrong('GUESSED@gullhaven.example')
    expect(stopped).toMatchObject({ status: 429, body: { code: 'guessing' } })
    expect(Number(stopped.headers.get('retry-after'))).toBeGreaterThan(60)
    await expect(bobbin.signIn(RUNA)).resolves.toContain('bobbin_session=')
  })
})

describe('tokens', () => {
  it('are made with a secret that is shown once, used, listed and revoked', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const made = (await ask<MadeToken>('POST', '/projects/gullhaven/tokens', { cookie, body: { name: 'nightly', scope: 'read' } })).body
    expect(made.secret).toMatch(/^bbn_[\w-]{43}$/)
    await expect(bobbin.client(made.secret).get('/projects/{project}/cases', { path: { project: 'gullhaven' } })).resolves.toBeDefined()
    const list = () => ask<TokenRow[]>('GET', '/projects/gullhaven/tokens', { cookie })
    const listed = await list()
    expect(listed.body.find((row) => row.id === made.token.id)).toMatchObject({ name: 'nightly', scope: 'read', by: 'runa' })
    expect(listed.body.find((row) => row.id === made.token.id)?.lastUsedAt).not.toBeNull()
    expect(JSON.stringify(listed.body)).not.toContain(made.secret)
    expect((await ask('DELETE', `/projects/gullhaven/tokens/${made.token.id}`, { cookie })).status).toBe(204)
    await expect(bobbin.client(made.secret).get('/session')).rejects.toMatchObject({ status: 401 })
    expect((await list()).body.map((row) => row.id)).not.toContain(made.token.id)
  })

  it('and sessions are kept as keyed hashes', async () => {
    const rows = await bobbin.ask<{ token_hash: Buffer }>('select token_hash from api_token')
    const { createHash } = await import('node:crypto')
    const plain = createHash('sha256').update(TOKEN).digest('hex')
    expect(rows.map((row) => row.token_hash.toString('hex'))).not.toContain(plain)
  })
})

describe('projects', () => {
  it('are made by anybody who is signed in, and kept by their maker', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const body = { slug: 'tide', name: 'Tide alerts', keyPrefix: 'TIDE' }
    expect((await ask('POST', '/projects', { cookie, body })).status).toBe(201)
    expect((await ask<{ code: string }>('POST', '/projects', { cookie, body })).body.code).toBe('nameTaken')
    const { projects } = (await ask<Me>('GET', '/session', { cookie })).body
    expect(projects.map((project) => [project.slug, project.role])).toContainEqual(['tide', 'keeper'])
    expect((await ask('PATCH', '/projects/tide', { cookie, body: { name: 'Tides' } })).status).toBe(200)
  })

  it('take people in and let them go, but never the last keeper', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const add = (email: string, name = '') =>
      ask<MadeMember>('POST', '/projects/gullhaven/members', { cookie, body: { email, name, kind: 'tester' } })
    const teo = (await add('teo@gullhaven.example', 'Teo Lind')).body
    expect(teo).toMatchObject({ member: { name: 'Teo Lind', role: 'member' } })
    expect((await add('teo@gullhaven.example')).status).toBe(409)
    expect((await add('unknown@gullhaven.example')).status).toBe(400)
    const teosCookie = await bobbin.signIn('teo@gullhaven.example', teo.password ?? '')
    expect((await ask('POST', '/projects/gullhaven/members', { cookie: teosCookie, body: {} })).status).toBe(403)
    const members = (await ask<Member[]>('GET', '/projects/gullhaven/members', { cookie: teosCookie })).body
    const runa = members.find((member) => member.email === RUNA)
    expect((await ask<{ code: string }>('DELETE', `/projects/gullhaven/members/${runa?.id}`, { cookie })).body.code).toBe('lastKeeper')
    expect((await ask('DELETE', `/projects/gullhaven/members/${teo.member.id}`, { cookie })).status).toBe(204)
    expect((await ask('GET', '/projects/gullhaven/members', { cookie: teosCookie })).status).toBe(404)
  })
})

it('the first run is over once there is an account', async () => {
  expect((await ask<FirstRun>('GET', '/first-run')).body).toEqual({ needed: false })
  const body = {
    slug: 'x',
    name: 'X',
    keyPrefix: 'XX',
    email: 'late@gullhaven.example',
    person: 'Late',
    kind: 'lead',
    password: 'ten letters',
  }
  expect((await ask<{ code: string }>('POST', '/first-run', { body })).body.code).toBe('notFirst')
})

it('the first run makes an account and a project in an empty Bobbin', async () => {
  const empty = await TestApp.start([], { seeded: false })
  try {
    const first = () => fetch(`${empty.url}/api/first-run`).then((answer) => answer.json())
    expect(await first()).toEqual({ needed: true })
    const body = {
      slug: 'ferry',
      name: 'Ferry',
      keyPrefix: 'FERRY',
      email: 'ann@gullhaven.example',
      person: 'Ann',
      kind: 'lead',
      password: 'ten letters',
    }
    const answer = await fetch(`${empty.url}/api/first-run`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    expect(answer.status).toBe(204)
    const cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? ''
    const me = (await (await fetch(`${empty.url}/api/session`, { headers: { cookie } })).json()) as Me
    expect(me).toMatchObject({ account: { name: 'Ann' }, projects: [{ slug: 'ferry', role: 'keeper' }] })
    expect(await first()).toEqual({ needed: false })
  } finally {
    await empty.stop()
  }
})
