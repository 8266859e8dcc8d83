import { CLIENT, IdentityStandIn } from '@bobbin/standins/identity'
import type { Me } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readConfig } from '../platform/config.js'
import { TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let provider: IdentityStandIn
beforeAll(async () => {
  bobbin = await TestApp.start()
  bobbin.config.url = bobbin.url
  provider = await IdentityStandIn.start(`${bobbin.url}/api/oidc/callback`)
  bobbin.config.oidc = {
    issuer: provider.issuer,
    clientId: CLIENT.id,
    clientSecret: CLIENT.secret,
    name: 'Harbour ID',
    groupsClaim: 'groups',
    roles: [
      { group: 'ferry-testers', project: 'gullhaven', role: 'tester' },
      { group: 'skerry-leads', project: 'skerries', role: 'lead' },
    ],
  }
})
afterAll(async () => {
  await bobbin.stop()
  await provider.stop()
})

const know = (sub: string, groups: string[], more: object = {}) =>
  provider.people.set(sub, { sub, email: `${sub}@gullhaven.example`, email_verified: true, name: sub, groups, ...more })
const signIn = (sub: string, to = '/gullhaven/cases') => provider.signIn(`${bobbin.url}/api/oidc/start?to=${encodeURIComponent(to)}`, sub)
const cookieOf = (answer: Response) =>
  answer.headers
    .getSetCookie()
    .find((line) => line.startsWith('bobbin_session'))
    ?.split(';')[0] ?? ''
const me = async (answer: Response) =>
  (await (await fetch(`${bobbin.url}/api/session`, { headers: { cookie: cookieOf(answer) } })).json()) as Me
const problemOf = (answer: Response) => new URL(answer.headers.get('location') ?? '', bobbin.url).searchParams.get('problem')

/** Against oidc-provider, a certified implementation that shares no code with the client. */
describe('signing in through an OpenID Connect provider', () => {
  it('is offered by its name', async () => {
    expect(await (await fetch(`${bobbin.url}/api/sign-in-ways`)).json()).toEqual({ oidc: 'Harbour ID', mail: false })
  })

  it('makes an account with the roles of its groups, and goes where one was going', async () => {
    know('eira', ['ferry-testers', 'of no interest'])
    const answer = await signIn('eira')
    expect([answer.status, answer.headers.get('location')]).toEqual([302, '/gullhaven/cases'])
    expect(await me(answer)).toMatchObject({
      account: { name: 'eira', email: 'eira@gullhaven.example', serverAdmin: false },
      projects: [{ slug: 'gullhaven', role: 'tester' }],
    })
    expect((await bobbin.ask(`select 1 from act where kind = 'member.joined' and subject_name = 'eira'`)).length).toBe(1)
  })

  it('finds the same account again, and follows its groups', async () => {
    know('eira', ['skerry-leads'], { email: 'eira.new@gullhaven.example' })
    const again = await me(await signIn('eira'))
    expect(again.projects.map(({ slug, role }) => [slug, role])).toEqual([['skerries', 'lead']])
    expect((await bobbin.ask(`select 1 from account where name = 'eira'`)).length).toBe(1)
    know('eira', ['ferry-testers', 'skerry-leads'])
    expect((await me(await signIn('eira'))).projects).toHaveLength(2)
  })

  it('joins an account that has the same address, where that is verified, and leaves what it was given here', async () => {
    know('runa', ['ferry-testers'], { email: 'Runa@gullhaven.example' })
    expect((await me(await signIn('runa'))).projects).toMatchObject([{ slug: 'gullhaven', role: 'lead' }])
    know('olav-2', ['ferry-testers'], { email: 'olav@gullhaven.example', email_verified: false })
    expect(problemOf(await signIn('olav-2'))).toBe('noAddress')
  })

  it('takes an account that somebody else made beforehand away from them', async () => {
    const runa = await bobbin.person()
    const { secret } = await runa<{ secret: string }>('POST', '/invitations', { email: 'newhire@gullhaven.example', role: 'lead' })
    const body = JSON.stringify({ secret, account: { name: 'newhire', kind: 'tester', password: 'low tide at nine' } })
    const headers = { 'content-type': 'application/json' }
    const theirs = cookieOf(await fetch(`${bobbin.url}/api/invitations/accept`, { method: 'POST', headers, body }))
    expect((await fetch(`${bobbin.url}/api/session`, { headers: { cookie: theirs } })).status).toBe(200)
    const made = await fetch(`${bobbin.url}/api/projects/gullhaven/tokens`, {
      method: 'POST',
      headers: { ...headers, cookie: theirs },
      body: '{"name":"mine","scope":"read"}',
    })
    const token = ((await made.json()) as { secret: string }).secret
    know('newhire', ['ferry-testers'])
    // the real one has what their groups give, and nothing of what was given to whoever came first
    expect((await me(await signIn('newhire'))).projects).toMatchObject([{ slug: 'gullhaven', role: 'tester' }])
    expect((await fetch(`${bobbin.url}/api/session`, { headers: { cookie: theirs } })).status).toBe(401)
    const withToken = await fetch(`${bobbin.url}/api/projects/gullhaven/cases`, { headers: { authorization: `Bearer ${token}` } })
    expect(withToken.status).toBe(401)
    await expect(bobbin.signIn('newhire@gullhaven.example', 'low tide at nine')).rejects.toThrow('401')
  })

  it('lets nobody in whose groups belong to no project', async () => {
    know('stranger', ['elsewhere'])
    const answer = await signIn('stranger')
    expect(cookieOf(answer)).toBe('')
    expect(problemOf(answer)).toBe('noProject')
  })

  it('is refused without the cookie that it began with, with a code that is made up, and leads to no other site', async () => {
    const made = await fetch(`${bobbin.url}/api/oidc/callback?code=x&state=y`, { redirect: 'manual' })
    expect(problemOf(made)).toBe('oidcLate')
    const cookie = `bobbin_oidc=${encodeURIComponent(JSON.stringify({ state: 'y', nonce: 'n', verifier: 'v'.repeat(43), to: 'https://elsewhere.example' }))}`
    const forged = await fetch(`${bobbin.url}/api/oidc/callback?code=x&state=y`, { redirect: 'manual', headers: { cookie } })
    expect(problemOf(forged)).toBe('oidcRefused')
    const away = await fetch(`${bobbin.url}/api/oidc/start?to=${encodeURIComponent('//elsewhere.example')}`, { redirect: 'manual' })
    expect(away.status).toBe(400)
  })

  it('has no password here to change or to forget', async () => {
    know('eira', ['ferry-testers'])
    const cookie = cookieOf(await signIn('eira'))
    const answer = await fetch(`${bobbin.url}/api/session/password`, {
      method: 'PUT',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ current: 'x', next: 'nine blue buoys', endTokens: false }),
    })
    expect(await answer.json()).toMatchObject({ code: 'noPassword' })
    await expect(bobbin.signIn('eira@gullhaven.example', 'anything')).rejects.toThrow('401')
  })
})

describe('the settings', () => {
  const env = (more: Record<string, string>) => ({ BOBBIN_DATABASE_URL: 'postgres://x', BOBBIN_SECRET: 'x'.repeat(16), ...more })
  const oidc = {
    BOBBIN_OIDC_ISSUER: 'https://id.example',
    BOBBIN_OIDC_CLIENT_ID: 'a',
    BOBBIN_OIDC_CLIENT_SECRET: 'b',
    BOBBIN_URL: 'https://b.example/',
  }

  it('map groups to roles of projects', () => {
    const { oidc: read, url } = readConfig(env({ ...oidc, BOBBIN_OIDC_ROLES: 'testers=gullhaven:tester, a b=ferry:Release crew' }))
    expect(url).toBe('https://b.example')
    expect(read?.roles).toEqual([
      { group: 'testers', project: 'gullhaven', role: 'tester' },
      { group: 'a b', project: 'ferry', role: 'Release crew' },
    ])
  })

  it.each([
    [{ ...oidc, BOBBIN_OIDC_CLIENT_SECRET: '' }, /CLIENT_SECRET/],
    [{ ...oidc, BOBBIN_URL: '' }, /BOBBIN_URL/],
    [{ ...oidc, BOBBIN_OIDC_ROLES: 'testers:gullhaven' }, /group=project:role/],
    [{ BOBBIN_SMTP_URL: 'mail.example' }, /smtps:/],
    [{ BOBBIN_SMTP_URL: 'smtp://mail.example' }, /BOBBIN_MAIL_FROM/],
    [{ BOBBIN_URL: 'bobbin.example' }, /BOBBIN_URL/],
  ])('are refused by name where they are wrong (%j)', (more, name) => {
    expect(() => readConfig(env(more as Record<string, string>))).toThrow(name)
  })
})
