import type { CommentList, FailureList, Mine, MineCount, NotificationLog, NotificationRules } from '@bobbin/client'
import { ChatStandIn } from '@bobbin/standins/chat'
import { MailStandIn } from '@bobbin/standins/mail'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { until } from '../testing/plans.js'
import { type AsPerson, resultFile, TestApp } from '../testing/test-app.js'
import { SenderService } from './sender.service.js'

const SECRET = 'signed at the quay'
const RUNA = 'runa@gullhaven.example'
const OLAV = 'olav@gullhaven.example'
let bobbin: TestApp
let mail: MailStandIn
let chat: ChatStandIn
let runa: AsPerson
let olav: AsPerson

beforeAll(async () => {
  mail = await MailStandIn.start()
  chat = await ChatStandIn.start(SECRET)
  bobbin = await TestApp.start([], { sourceHosts: ['127.0.0.1'], mail: { smtp: mail.url, from: 'Bobbin <bobbin@gullhaven.example>' } })
  bobbin.config.url = bobbin.url
  // Olav works here, too
  await bobbin.ask(
    `insert into membership (project_id, account_id, role) select p.id, a.id, 'developer' from project p, account a where p.slug = 'gullhaven' and a.name = 'olav'`,
  )
  await bobbin.ask(`update membership set role = 'lead' where account_id = (select id from account where name = 'runa')`)
  runa = await bobbin.person(RUNA)
  olav = await bobbin.person(OLAV)
})
afterAll(async () => {
  await bobbin.stop()
  await mail.stop()
  await chat.stop()
})

const tick = () => bobbin.app.get(SenderService).tick()
/** The background has looked at every run. */
const looked = () =>
  until(
    async () =>
      (
        await bobbin.ask(
          'select 1 from run r left join looked_run k on k.run_id = r.id where k.run_id is null or k.delivered_at < r.delivered_at',
        )
      ).length === 0,
  )
const rule = (more: object) => ({ name: 'Chat', own: false, events: ['newCause'], channel: 'webhook', zone: 'UTC', paused: false, ...more })
const accountId = async (name: string) => (await bobbin.ask<{ id: number }>(`select id from account where name = '${name}'`))[0]?.id ?? 0
const causeId = async () => (await runa<FailureList>('GET', '/failures')).rows[0]?.id ?? 0

describe('a new cause', () => {
  it('is one message, however many tests fail and servers look', async () => {
    const { rows } = await runa<NotificationRules>('POST', '/notifications/rules', rule({ address: chat.url, secret: SECRET }))
    expect(rows).toMatchObject([{ name: 'Chat', own: false, hasSecret: true }])
    const tests = Array.from({ length: 40 }, (_, i) => ({ name: `row ${i}`, fails: 'the harbour office gave no answer to the manifest' }))
    await bobbin.deliver(resultFile(tests), { build: '1' })
    await looked()
    await Promise.all([tick(), tick(), tick()])
    await until(() => Promise.resolve(chat.messages.length > 0))
    await tick()
    expect(chat.messages).toHaveLength(1)
    const [message] = chat.messages
    expect(message).toMatchObject({ signed: true, body: { kind: 'newCause' } })
    expect(message?.body['text']).toContain(
      'New failure in build 1: the harbour office gave no answer to the manifest\n40 tests fail this way.',
    )
    expect(message?.body['text']).toContain(`${bobbin.url}/gullhaven/failures?cause=`)
  })

  it('is tried again while the other side is away, with the same id, and stands in the log', async () => {
    chat.failing = 1
    await bobbin.deliver(resultFile([{ name: 'late', fails: 'manifest total differs from the bill of lading' }]), { build: '2' })
    await looked()
    await tick()
    const waiting = await until(async () => {
      const { rows } = await runa<NotificationLog>('GET', '/notifications/log')
      return rows.find(({ problem }) => problem !== null)
    })
    expect(waiting).toMatchObject({ rule: 'Chat', sentAt: null, tries: 1, problem: 'the webhook answered 503' })
    await bobbin.ask(`update notification set due_at = now() where sent_at is null`)
    await until(async () => {
      await tick()
      return chat.messages.length === 2
    })
    expect((await runa<NotificationLog>('GET', '/notifications/log')).rows[0]).toMatchObject({ tries: 2, problem: null, gaveUpAt: null })
  })
})

describe('what concerns somebody', () => {
  it('is mailed to who was assigned something, by a rule that they then have', async () => {
    await runa('PUT', `/failures/${await causeId()}/assignee`, { accountId: await accountId('olav') })
    await tick()
    const letter = await mail.next(OLAV)
    expect(letter.subject).toContain('You were assigned “')
    expect(letter.text).toContain(`${bobbin.url}/gullhaven/failures?cause=`)
    expect((await olav<NotificationRules>('GET', '/notifications/rules')).rows.filter(({ own }) => own).map(({ name }) => name)).toEqual([
      'What concerns me',
    ])
    expect((await olav<Mine>('GET', '/mine')).failures).toHaveLength(1)
  })

  it('is a mention, unread until it was read', async () => {
    const subject = String(await causeId())
    const { rows, people } = await runa<CommentList>('POST', '/comments', {
      kind: 'failure',
      subject,
      text: 'Look at **this**, @olav; not `@runa`',
    })
    expect(rows).toHaveLength(1)
    expect(people.map(({ name }) => name)).toEqual(['olav', 'runa'])
    await tick()
    expect((await mail.next(OLAV)).subject).toContain('runa mentioned you')
    const { mentions } = await olav<Mine>('GET', '/mine')
    expect(mentions).toMatchObject([{ author: 'runa', unread: true, path: `failures?cause=${subject}` }])
    expect(await olav<MineCount>('GET', '/mine/count')).toMatchObject({ unread: 1, failures: 1 })
    await olav('POST', `/mine/read/${mentions[0]?.commentId}`)
    expect(await olav<MineCount>('GET', '/mine/count')).toMatchObject({ unread: 0 })
    // an answer is told to who follows: she commented, so she does
    await olav('POST', '/comments', { kind: 'failure', subject, text: 'Mine' })
    await tick()
    expect((await mail.next(RUNA)).subject).toContain('New comment')
  })

  it('leaves a trace when it is edited or deleted', async () => {
    const subject = String(await causeId())
    const list = await olav<CommentList>('GET', `/comments?kind=failure&subject=${subject}`)
    const [first, second] = list.rows
    await expect(olav('PATCH', `/comments/${first?.id}`, { text: 'x' })).rejects.toMatchObject({ code: 'right' })
    await olav('PATCH', `/comments/${second?.id}`, { text: 'Mine, from Monday on' })
    await olav('DELETE', `/comments/${second?.id}`)
    const [, gone] = (await runa<CommentList>('GET', `/comments?kind=failure&subject=${subject}`)).rows
    expect(gone).toMatchObject({ text: '' })
    expect(gone?.deletedAt).not.toBeNull()
    const acts = await bobbin.ask<{ before: string }>(
      `select changes -> 0 -> 'before' ->> 'text' as before from act where kind in ('comment.edited', 'comment.deleted') order by id`,
    )
    expect(acts.map(({ before }) => before)).toEqual(['Mine', 'Mine, from Monday on'])
  })

  it.each(['run', 'result'] as const)('can be said of a %s', async (kind) => {
    const [run] = await bobbin.ask<{ id: number; script: number }>(
      'select r.id, x.script_id as script from run r join result x on x.run_id = r.id limit 1',
    )
    const subject = kind === 'run' ? `${run?.id}` : `${run?.id}:${run?.script}`
    expect((await runa<CommentList>('POST', '/comments', { kind, subject, text: 'seen' })).rows).toHaveLength(1)
    await expect(runa('POST', '/comments', { kind, subject: '99999', text: 'x' })).rejects.toMatchObject({ code: 'notFound' })
  })
})

describe('a rule', () => {
  it('gathers what happened into one letter a day', async () => {
    const { rows } = await runa<NotificationRules>(
      'POST',
      '/notifications/rules',
      rule({ name: 'Morning', channel: 'mail', own: true, digestAt: '06:00' }),
    )
    for (const build of ['3', '4'])
      await bobbin.deliver(
        resultFile([{ name: `b${build}`, fails: `sailing ${build === '3' ? 'north' : 'south'} of the islands was lost` }]),
        { build },
      )
    await looked()
    await tick()
    const waiting = await bobbin.ask(
      `select 1 from notification n join notification_rule r on r.id = n.rule_id where r.name = 'Morning' and n.sent_at is null`,
    )
    expect(waiting).toHaveLength(2)
    await bobbin.ask(`update notification set due_at = now() where sent_at is null`)
    await tick()
    const letter = await mail.next(RUNA)
    expect(letter.subject).toBe('2 things happened in gullhaven')
    expect(letter.text.match(/New failure in build/g)).toHaveLength(2)
    await runa('DELETE', `/notifications/rules/${rows.find(({ name }) => name === 'Morning')?.id}`)
  })

  it('is tried out, and says what is wrong', async () => {
    const { rows } = await runa<NotificationRules>('GET', '/notifications/rules')
    const id = rows.find(({ name }) => name === 'Chat')?.id
    const before = chat.messages.length
    await runa('POST', `/notifications/rules/${id}/test`)
    expect(chat.messages.length).toBe(before + 1)
    chat.failing = 1
    await expect(runa('POST', `/notifications/rules/${id}/test`)).rejects.toMatchObject({ code: 'notSent' })
  })

  it('of the project needs the right to manage it; a template must become JSON', async () => {
    await expect(olav('POST', '/notifications/rules', rule({ name: 'Mine', address: chat.url }))).rejects.toMatchObject({ code: 'right' })
    await expect(
      runa('POST', '/notifications/rules', rule({ name: 'Odd', address: chat.url, template: '{"a": {title}}' })),
    ).rejects.toMatchObject({
      code: 'template',
    })
    await expect(runa('POST', '/notifications/rules', rule({ name: 'Away', address: 'http://10.0.0.1/' }))).rejects.toMatchObject({
      code: 'notAllowed',
    })
  })
})
