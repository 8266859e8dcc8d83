import type { BriefLook, NotificationLog, NotificationRules } from '@bobbin/client'
import { MailStandIn } from '@bobbin/standins/mail'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SenderService } from '../notifications/index.js'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'
import { BriefMailService } from './brief-mail.service.js'

let bobbin: TestApp
let mail: MailStandIn
let runa: AsPerson

beforeAll(async () => {
  mail = await MailStandIn.start()
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')], { mail: { smtp: mail.url, from: 'Bobbin <bobbin@gullhaven.example>' } })
  bobbin.config.url = bobbin.url
  runa = await bobbin.person('runa@gullhaven.example')
  await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-214' }]), { build: '1' })
  await bobbin.deliver(resultFile([{ name: 'axle', key: 'FERRY-214', fails: 'axle 2 over 9.5 t' }]), { build: '2' })
})
afterAll(async () => {
  await bobbin.stop()
  await mail.stop()
})

/** A zone where it is between 9 and 10 in the morning now, so that the tests hold at any hour. */
const zone = () => {
  const ahead = ((9 - DateTime.utc().hour + 36) % 24) - 12
  // POSIX signs: Etc/GMT-3 is three hours ahead (IANA time zone database)
  return ahead === 0 ? 'Etc/GMT' : `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}`
}
const rule = (more: object) => ({
  name: 'Each morning',
  own: true,
  events: ['brief'],
  channel: 'mail',
  digestAt: '09:00',
  zone: zone(),
  paused: false,
  ...more,
})
const letters = async () => {
  await Promise.all([1, 2, 3].map(() => bobbin.app.get(BriefMailService).writeDue()))
  await bobbin.app.get(SenderService).tick()
  return mail.letters.length
}

it('the last look is that of the person, at whatever machine; looks within an hour are one', async () => {
  const look = async () => (await runa<BriefLook>('POST', '/brief/looks')).before
  expect([await look(), await look()]).toEqual([null, null])
  await bobbin.ask(`update brief_look set at = '2026-11-28T08:00:00Z'`)
  expect([await look(), await look()]).toEqual(['2026-11-28T08:00:00.000Z', '2026-11-28T08:00:00.000Z'])
})

describe('the Brief by mail', () => {
  it('needs a time, and is for a person', async () => {
    await expect(runa('POST', '/notifications/rules', rule({ digestAt: null }))).rejects.toThrow('The Brief comes once a day: say when')
    await bobbin.ask(`update membership set role = 'lead' where account_id = (select id from account where name = 'runa')`)
    await expect(runa('POST', '/notifications/rules', rule({ own: false, address: 'team@gullhaven.example' }))).rejects.toThrow(
      'choose it in a rule of your own',
    )
  })

  it('does not come before its time, nor long after it', async () => {
    for (const digestAt of ['10:30', '05:30']) {
      const { rows } = await runa<NotificationRules>('POST', '/notifications/rules', rule({ digestAt }))
      expect(await letters()).toBe(0)
      await runa('DELETE', `/notifications/rules/${rows[0]?.id}`)
    }
  })

  it('is one letter a day with its sentences and their links, however many servers look', async () => {
    await runa('POST', '/notifications/rules', rule({}))
    const [letter] = await Promise.all([mail.next('runa@gullhaven.example'), letters()])
    expect(letter.subject).toMatch(/: Deck planner broke in build 2\. The rest passed\.$/)
    expect(letter.text).toContain('In the last 24 hours: 2 builds, 2 runs, 2 results.')
    expect(letter.text).toContain('- 1 test newly fails in Deck planner: axle 2 over 9.5 t')
    expect(letter.text).toMatch(/\/gullhaven\/runs\/\d+\?show=newlyFailing/)
    expect(await letters()).toBe(0)
    const { rows } = await runa<NotificationLog>('GET', '/notifications/log')
    expect(rows.filter(({ kind }) => kind === 'brief')).toHaveLength(1)
    // the next day tells what came since
    await bobbin.ask(`update notification_event set key = key || ' before', at = at - interval '23 hours' where kind = 'brief'`)
    await bobbin.ask(`update run set delivered_at = delivered_at - interval '2 days'`)
    const [next] = await Promise.all([mail.next('runa@gullhaven.example'), letters()])
    expect(next.subject).toMatch(/: No run came in this time\.$/)
    expect(next.text).toContain('Since the last Brief: ')
  })

  it('goes to nobody who left', async () => {
    await bobbin.ask(`update notification_event set key = key || ' older' where kind = 'brief'`)
    await bobbin.ask(`delete from membership where account_id = (select id from account where name = 'runa')`)
    expect(await letters()).toBe(0)
  })
})
