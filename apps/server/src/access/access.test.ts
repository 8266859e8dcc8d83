import type {
  AccountRow,
  FirstRun,
  InvitationRow,
  InvitationSeen,
  MadeInvitation,
  MadeToken,
  Me,
  Member,
  SessionRow,
  TokenRow,
} from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'
import { FirstRunService } from './first-run.service.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const RUNA = 'runa@gullhaven.example'
const OLAV = 'olav@gullhaven.example'

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
  it('at an account does not keep out a browser that was signed in to it, nor others behind the same address', async () => {
    const signIn = (password: string, cookie = '') => ask('POST', '/session', { cookie, body: { email: RUNA, password } })
    const here = await signIn('gullhaven')
    const known = here.headers.getSetCookie().find((line) => line.startsWith('bobbin_known'))?.split(';')[0] ?? '' // prettier-ignore
    for (let i = 0; i < 10; i++) expect((await signIn('not this')).status).toBe(401)
    expect((await signIn('gullhaven')).status).toBe(429)
    expect((await signIn('gullhaven', known)).status).toBe(204)
    // what a browser keeps of one account is of no use for another
    const other = await ask('POST', '/session', { cookie: known, body: { email: 'olav@gullhaven.example', password: 'not this' } })
    expect(other.status).toBe(401)
    await bobbin.ask('delete from sign_in_try')
  })
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

/** His password since he changed it above. */
const OLAVS = 'long enough now'

describe('projects', () => {
  it('are made by those who have the right, and kept by their maker', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const body = { slug: 'tide', name: 'Tide alerts', keyPrefix: 'TIDE' }
    expect((await ask('POST', '/projects', { cookie, body })).status).toBe(201)
    expect((await ask<{ code: string }>('POST', '/projects', { cookie, body })).body.code).toBe('nameTaken')
    const { projects } = (await ask<Me>('GET', '/session', { cookie })).body
    expect(projects.map((project) => [project.slug, project.role])).toContainEqual(['tide', 'lead'])
    expect((await ask('PATCH', '/projects/tide', { cookie, body: { name: 'Tides' } })).status).toBe(200)
    const olav = await bobbin.signIn(OLAV, OLAVS)
    const refused = await ask<{ code: string }>('POST', '/projects', { cookie: olav, body: { ...body, slug: 'own' } })
    expect([refused.status, refused.body.code]).toEqual([403, 'makesProjects'])
  })

  it('keep their last lead, also when twelve requests take the role away at once', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const names = Array.from({ length: 6 }, (_, i) => `lead-${i}@gullhaven.example`)
    const joined = await Promise.all(names.map((email) => join(cookie, email)))
    const members = (await ask<Member[]>('GET', '/projects/gullhaven/members', { cookie })).body
    for (const { id } of members) await ask('PATCH', `/projects/gullhaven/members/${id}`, { cookie, body: { role: 'lead' } })
    const leave = ({ id }: Member, i: number) => [
      ask('PATCH', `/projects/gullhaven/members/${id}`, { cookie: joined[i % joined.length] ?? '', body: { role: 'engineer' } }),
      ask('DELETE', `/projects/gullhaven/members/${id}`, { cookie: joined[(i + 1) % joined.length] ?? '' }),
    ]
    await Promise.all(members.flatMap(leave))
    const [left] = await bobbin.ask<{ leads: number }>(
      `select count(*)::int as leads from membership where role = 'lead' and project_id = (select id from project where slug = 'gullhaven')`,
    )
    expect(left?.leads).toBeGreaterThan(0)
    await bobbin.ask(`insert into membership (project_id, account_id, role) select p.id, a.id, 'lead' from project p, account a
      where p.slug = 'gullhaven' and a.email = '${RUNA}' on conflict (project_id, account_id) do update set role = 'lead'`)
    await bobbin.ask(`delete from membership where account_id in (select id from account where email like 'lead-%')`)
  })
})

/** Invites somebody, who accepts with a new account. @returns their cookie */
async function join(cookie: string, email: string): Promise<string> {
  const { secret } = (await ask<MadeInvitation>('POST', '/projects/gullhaven/invitations', { cookie, body: { email } })).body
  const accepted = await ask('POST', '/invitations/accept', { body: { secret, account: { ...NEWCOMER, name: email } } })
  expect(accepted.status).toBe(200)
  return accepted.cookie
}
const NEWCOMER = { name: 'Teo Lind', kind: 'tester', password: 'a calm harbour at dusk' }

describe('invitations', () => {
  const invite = async (email: string, by = RUNA) => {
    const cookie = await bobbin.signIn(by)
    const made = await ask<MadeInvitation>('POST', '/projects/gullhaven/invitations', { cookie, body: { email } })
    return { cookie, status: made.status, ...made.body }
  }
  const accept = (body: object, cookie?: string) =>
    ask<{ code: string; project: string }>('POST', '/invitations/accept', { body, ...(cookie && { cookie }) })

  it('are accepted once, with an account whose password nobody else knows', async () => {
    const { secret, invitation, cookie } = await invite('teo@gullhaven.example')
    expect((await ask<InvitationSeen>('POST', '/invitations/look', { body: { secret } })).body).toEqual({
      project: 'gullhaven',
      email: 'teo@gullhaven.example',
      invitedBy: 'runa',
    })
    expect((await ask<InvitationRow[]>('GET', '/projects/gullhaven/invitations', { cookie })).body.map(({ id }) => id)).toContain(
      invitation.id,
    )
    const both = await Promise.all([accept({ secret, account: NEWCOMER }), accept({ secret, account: NEWCOMER })])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 404])
    const teo = both.find(({ status }) => status === 200)?.cookie ?? ''
    expect((await ask<Me>('GET', '/session', { cookie: teo })).body).toMatchObject({
      account: { name: 'Teo Lind', serverAdmin: false, makesProjects: false },
      projects: [{ slug: 'gullhaven', role: 'engineer' }],
    })
    expect((await accept({ secret, account: NEWCOMER })).body.code).toBe('invitationGone')
    expect((await ask('POST', '/projects/gullhaven/invitations', { cookie: teo, body: { email: 'x@y.example' } })).status).toBe(403)
  })

  it('are the same for an address that has an account, which joins only as who is signed in', async () => {
    const { secret, status, ...rest } = await invite(OLAV)
    const stranger = await invite('nobody-knows@gullhaven.example')
    expect(status).toBe(stranger.status)
    expect(Object.keys(rest.invitation)).toEqual(Object.keys(stranger.invitation))
    // whoever holds the link gets no way into an account that is there
    expect((await accept({ secret, account: NEWCOMER })).body.code).toBe('signIn')
    expect((await ask('POST', '/session', { body: { email: OLAV, password: NEWCOMER.password } })).status).toBe(401)
    const olav = await bobbin.signIn(OLAV, OLAVS)
    expect((await accept({ secret }, olav)).body).toEqual({ project: 'gullhaven' })
    expect((await ask('GET', '/projects/gullhaven/members', { cookie: olav })).status).toBe(200)
    await bobbin.ask(`delete from membership where account_id = (select id from account where email = '${OLAV}')
      and project_id = (select id from project where slug = 'gullhaven')`)
  })

  it('end: withdrawn, replaced by a newer one, or after seven days', async () => {
    const first = await invite('mira@gullhaven.example')
    const second = await invite('mira@gullhaven.example')
    expect((await accept({ secret: first.secret, account: NEWCOMER })).status).toBe(404)
    await bobbin.ask(`update invitation set expires_at = now() where id = ${second.invitation.id}`)
    expect((await accept({ secret: second.secret, account: NEWCOMER })).status).toBe(404)
    const third = await invite('mira@gullhaven.example')
    expect(Date.parse(third.invitation.expiresAt) - Date.parse(third.invitation.createdAt)).toBe(7 * 86_400_000)
    expect((await ask('DELETE', `/projects/gullhaven/invitations/${third.invitation.id}`, { cookie: third.cookie })).status).toBe(204)
    expect((await accept({ secret: third.secret, account: NEWCOMER })).status).toBe(404)
  })

  it('want a password that is not among the first to be tried', async () => {
    const { secret } = await invite('pia@gullhaven.example')
    for (const password of ['qwertyuiop', 'Password123', '1111111111', 'pia@gullhaven.example'])
      expect((await accept({ secret, account: { ...NEWCOMER, password } })).body.code, password).toBe('commonPassword')
    expect((await accept({ secret, account: { ...NEWCOMER, password: 'short' } })).status).toBe(400)
  })
})

describe('the server', () => {
  it('is looked after by administrators, of whom one stays', async () => {
    const cookie = await bobbin.signIn(RUNA)
    const accounts = (await ask<AccountRow[]>('GET', '/server/accounts', { cookie })).body
    const [runa, olav] = [RUNA, OLAV].map((email) => accounts.find((row) => row.email === email))
    expect(runa).toMatchObject({ serverAdmin: true })
    const olavs = await bobbin.signIn(OLAV, OLAVS)
    for (const path of ['/server/accounts', '/server/projects']) expect((await ask('GET', path, { cookie: olavs })).status).toBe(403)
    const set = (id: number | undefined, body: object) => ask<{ code?: string }>('PATCH', `/server/accounts/${id}`, { cookie, body })
    expect((await set(runa?.id, { serverAdmin: false })).body.code).toBe('lastAdmin')
    expect((await set(olav?.id, { makesProjects: true })).status).toBe(200)
    expect((await ask('POST', '/projects', { cookie: olavs, body: { slug: 'olavs', name: 'Olav’s', keyPrefix: 'OLAV' } })).status).toBe(201)
    await set(olav?.id, { makesProjects: false })
  })
})

describe('a request of another site', () => {
  const post = (headers: Record<string, string | undefined>, body = '{}') =>
    fetch(`${bobbin.url}/api/session`, { method: 'POST', headers: headers as Record<string, string>, body }).then(({ status }) => status)
  const json = { 'content-type': 'application/json' }
  it('changes nothing', async () => {
    for (const headers of [
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { origin: 'https://evil.example' },
      { origin: 'null' },
    ])
      expect(await post({ ...json, ...headers }), JSON.stringify(headers)).toBe(403)
    for (const headers of [{}, { 'sec-fetch-site': 'same-origin' }, { 'sec-fetch-site': 'none' }, { origin: bobbin.url }])
      expect(await post({ ...json, ...headers }), JSON.stringify(headers)).toBe(400)
  })
  it('finds no body that a form could send', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'text/plain; application/json'])
      expect(await post({ 'content-type': type })).toBe(415)
  })
})

describe('guessing', () => {
  it('at once is no more than one after the other', async () => {
    const guesses = Array.from({ length: 60 }, (_, i) =>
      ask('POST', '/session', { body: { email: 'many@gullhaven.example', password: `guess ${i}` } }),
    )
    const statuses = (await Promise.all(guesses)).map(({ status }) => status)
    expect(statuses.filter((status) => status !== 429).length).toBeLessThanOrEqual(10)
    await bobbin.ask('delete from sign_in_try')
  })
})

describe('what ends', () => {
  it('a session that nobody used for days, and one that is old, however much it was used', async () => {
    const idle = await bobbin.signIn(RUNA)
    const old = await bobbin.signIn(RUNA)
    await bobbin.ask(`update session set last_seen_at = now() - interval '73 hours' where id = (select max(id) - 1 from session)`)
    await bobbin.ask(`update session set expires_at = now() where id = (select max(id) from session)`)
    expect([(await ask('GET', '/session', { cookie: idle })).status, (await ask('GET', '/session', { cookie: old })).status]).toEqual([
      401, 401,
    ])
  })

  it('a token after its time, or with a change of the password that ends them', async () => {
    const cookie = await join(await bobbin.signIn(RUNA), 'tokens@gullhaven.example')
    const make = async (body: object) => (await ask<MadeToken>('POST', '/projects/gullhaven/tokens', { cookie, body })).body
    const uses = (secret: string) =>
      fetch(`${bobbin.url}/api/projects/gullhaven/lens`, { headers: { authorization: `Bearer ${secret}` } }).then(({ status }) => status)
    const short = await make({ name: 'short', scope: 'read', days: 1 })
    expect(Date.parse(short.token.expiresAt ?? '') - Date.now()).toBeLessThanOrEqual(86_400_000)
    await bobbin.ask(`update api_token set expires_at = now() where id = ${short.token.id}`)
    const long = await make({ name: 'long', scope: 'read' })
    expect([await uses(short.secret), await uses(long.secret)]).toEqual([401, 200])
    const change = { current: NEWCOMER.password, next: 'another harbour at dawn', endTokens: true }
    expect((await ask('PUT', '/session/password', { cookie, body: change })).status).toBe(204)
    expect(await uses(long.secret)).toBe(401)
  })

  it.each(['signing out', 'being taken out of the project'])('the stream of events with %s', async (how) => {
    const cookie = await join(await bobbin.signIn(RUNA), `stream-${how.length}@gullhaven.example`)
    const me = (await ask<Me>('GET', '/session', { cookie })).body
    const stream = await fetch(`${bobbin.url}/api/projects/gullhaven/events`, { headers: { cookie } })
    const reader = stream.body?.getReader()
    await reader?.read()
    if (how === 'signing out') await ask('DELETE', '/session', { cookie })
    else await ask('DELETE', `/projects/gullhaven/members/${me.account.id}`, { cookie: await bobbin.signIn(RUNA) })
    for (let done = false; !done;) done = (await reader?.read())?.done ?? true
    expect((await ask('GET', '/projects/gullhaven/members', { cookie })).status).toBeGreaterThanOrEqual(401)
  })
})

it('the name of a stranger is not told by making them the owner of a case', async () => {
  const cookie = await bobbin.signIn(RUNA)
  const [olav] = await bobbin.ask<{ id: number }>(`select id from account where email = '${OLAV}'`)
  const made = (
    await ask<{ cases: { key: string }[] }>('POST', '/projects/gullhaven/cases/outline', { cookie, body: { text: 'Whose is it' } })
  ).body
  const keys = made.cases.map(({ key }) => key)
  const edit = await ask<{ code: string }>('PATCH', `/projects/gullhaven/cases/${keys[0]}`, {
    cookie,
    body: { version: 1, ownerId: olav?.id },
  })
  const bulk = await ask<{ code: string }>('POST', '/projects/gullhaven/cases/bulk', { cookie, body: { keys, set: { ownerId: olav?.id } } })
  expect([edit.body.code, bulk.body.code]).toEqual(['noMember', 'noMember'])
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
    code: 'NONE',
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
    const begin = (code: string) =>
      fetch(`${empty.url}/api/first-run`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ...body, code }),
      })
    expect((await begin('AAAA-AAAA-AAAA')).status).toBe(403)
    const code = (await empty.app.get(FirstRunService).code()) ?? ''
    expect(code).toMatch(/^([2-9A-Z]{4}-){2}[2-9A-Z]{4}$/)
    const answer = await begin(code.toLowerCase())
    expect(answer.status).toBe(204)
    const cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? ''
    const me = (await (await fetch(`${empty.url}/api/session`, { headers: { cookie } })).json()) as Me
    expect(me).toMatchObject({
      account: { name: 'Ann', serverAdmin: true, makesProjects: true },
      projects: [{ slug: 'ferry', role: 'lead' }],
    })
    expect(await first()).toEqual({ needed: false })
  } finally {
    await empty.stop()
  }
})
