import { MailStandIn } from '@bobbin/standins/mail'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let mail: MailStandIn
beforeAll(async () => {
  mail = await MailStandIn.start()
  bobbin = await TestApp.start([], { mail: { smtp: mail.url, from: 'Bobbin <bobbin@gullhaven.example>' } })
  bobbin.config.url = bobbin.url
})
afterAll(async () => {
  await bobbin.stop()
  await mail.stop()
})

const post = (path: string, body: object, cookie = '') =>
  fetch(`${bobbin.url}/api${path}`, { method: 'POST', headers: { 'content-type': 'application/json', cookie }, body: JSON.stringify(body) })
const secretIn = (text: string) => /\/new-password#([\w-]+)/.exec(text)?.[1] ?? ''
const RUNA = 'runa@gullhaven.example'

describe('a forgotten password', () => {
  it('is set anew by a link that comes by mail, works once, and ends every session', async () => {
    const before = await bobbin.signIn(RUNA)
    expect((await post('/password-resets', { email: RUNA.toUpperCase() })).status).toBe(204)
    const letter = await mail.next(RUNA)
    expect(letter).toMatchObject({ from: '"Bobbin" <bobbin@gullhaven.example>', subject: 'Set a new password for Bobbin' })
    expect(letter.text).toContain(`${bobbin.url}/new-password#`)
    const secret = secretIn(letter.text)
    expect(await (await post('/password-resets/look', { secret })).json()).toEqual({ name: 'runa', email: RUNA })
    expect((await post('/password-resets/accept', { secret, password: 'gullhaven' })).status).toBe(400)
    const done = await post('/password-resets/accept', { secret, password: 'nine blue buoys' })
    expect([done.status, done.headers.get('set-cookie')]).toEqual([204, expect.stringContaining('bobbin_session')])
    const me = (cookie: string) => fetch(`${bobbin.url}/api/session`, { headers: { cookie } })
    expect((await me(before)).status).toBe(401)
    expect((await me(done.headers.get('set-cookie')?.split(';')[0] ?? '')).status).toBe(200)
    await expect(bobbin.signIn(RUNA)).rejects.toThrow('401')
    await bobbin.signIn(RUNA, 'nine blue buoys')
    expect((await post('/password-resets/accept', { secret, password: 'ten blue buoys in fog' })).status).toBe(404)
  })

  it('tells nobody whether there is an account', async () => {
    const [known, unknown] = await Promise.all([
      post('/password-resets', { email: 'olav@gullhaven.example' }),
      post('/password-resets', { email: 'nobody@gullhaven.example' }),
    ])
    expect([known.status, unknown.status]).toEqual([204, 204])
    await mail.next('olav@gullhaven.example')
    expect(mail.letters).toEqual([])
  })

  it('is asked for a few times only', async () => {
    const answers: number[] = []
    for (let i = 0; i < 12; i++) answers.push((await post('/password-resets', { email: 'eager@gullhaven.example' })).status)
    expect(answers.filter((status) => status === 429).length).toBeGreaterThan(0)
  })

  it('is set by a link of an administrator, of which only the newest works', async () => {
    const cookie = await bobbin.signIn(RUNA, 'nine blue buoys')
    const [olav] = await bobbin.ask<{ id: number }>(`select id from account where name = 'olav'`)
    const make = async () =>
      ((await (await post(`/server/accounts/${olav?.id}/reset-link`, {}, cookie)).json()) as { secret: string }).secret
    const [first, second] = [await make(), await make()]
    expect((await post('/password-resets/look', { secret: first })).status).toBe(404)
    await bobbin.ask(`update password_reset set expires_at = now() - interval '1 second' where account_id = ${olav?.id}`)
    expect((await post('/password-resets/accept', { secret: second, password: 'nine blue buoys' })).status).toBe(404)
    const theirs = await bobbin.signIn('olav@gullhaven.example')
    expect((await post(`/server/accounts/${olav?.id}/reset-link`, {}, theirs)).status).toBe(403)
  })
})

it('an invitation comes by mail, too', async () => {
  const cookie = await bobbin.signIn(RUNA, 'nine blue buoys')
  const made = await post('/projects/gullhaven/invitations', { email: 'eira@gullhaven.example', role: 'tester' }, cookie)
  expect(await made.json()).toMatchObject({ mailed: true, secret: null, invitation: { role: 'tester' } })
  const letter = await mail.next('eira@gullhaven.example')
  expect(letter.text).toContain(`${bobbin.url}/join#`)
  expect(letter.text).toContain('runa invites you to gullhaven')
  // who follows it has shown that the address is theirs
  const secret = /join#([\w-]+)/.exec(letter.text)?.[1] ?? ''
  await post('/invitations/accept', { secret, account: { name: 'eira', kind: 'tester', password: 'low tide at nine' } })
  expect(await bobbin.ask(`select proved_at is not null as proved from account where name = 'eira'`)).toEqual([{ proved: true }])
})
