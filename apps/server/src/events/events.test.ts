import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { resultFile, seedCase, TestApp, TOKEN } from '../testing/test-app.js'
import { firstValueFrom } from 'rxjs'
import { Sequelize } from 'sequelize-typescript'
import type { Began, LiveSums, Topic } from '../contract/index.js'
import { inTransaction } from '../platform/database.js'
import { announce } from './announce.js'
import { ChangeListener } from './listener.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit')])
})
afterAll(() => bobbin.stop())

/** Opens the stream of a project and hands out its events one by one, without the beats; `quietMs` is what its beginning says. */
async function listen(url: string, project: string, token: string) {
  const stop = new AbortController()
  const answer = await fetch(`${url}/api/projects/${project}/events`, {
    headers: { authorization: `Bearer ${token}` },
    signal: stop.signal,
  })
  expect(answer.headers.get('content-type')).toContain('text/event-stream')
  const lines = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
  let text = ''
  const next = async (): Promise<string> => {
    for (;;) {
      const end = text.indexOf('\n\n')
      if (end >= 0) {
        const event = text.slice(0, end)
        text = text.slice(end + 2)
        if (event.includes('event: ')) return event
        continue
      }
      const piece = await lines?.read()
      if (!piece || piece.done) throw new Error('the stream ended')
      text += piece.value
    }
  }
  const began = /event: began\n(?:.*\n)*data: (.*)$/.exec(await next())?.[1] ?? 'null'
  const { quietMs } = JSON.parse(began) as Began
  return { next, quietMs, stop: () => stop.abort() }
}

it('tells open pages what changed, also of what another server process did', async () => {
  const otherProcess = new ChangeListener(bobbin.config)
  await otherProcess.onModuleInit()
  const heard = firstValueFrom(otherProcess.changes)
  const page = await listen(bobbin.url, 'gullhaven', TOKEN)
  await bobbin.deliver(resultFile(['one']))
  expect(await page.next()).toMatch(/event: change\n(.*\n)*data: \{"topics":\["runs"\]\}/)
  expect(await heard).toMatchObject({ topics: ['runs'] })
  page.stop()
  await otherProcess.onApplicationShutdown()
})

it('passes the sums of a live run on at once, of those that follow closely only the newest, and before what is told of later', async () => {
  const listener = new ChangeListener(bobbin.config)
  await listener.onModuleInit()
  const heard: string[] = []
  const all = new Promise<void>((resolve) =>
    listener.changes.subscribe((change) => {
      if (change !== 'missed') heard.push(change.live ? `${change.live.runId}: ${change.live.totals.total}` : change.topics.join())
      if (change !== 'missed' && change.topics.includes('views')) resolve()
    }),
  )
  const [project] = await bobbin.ask<{ id: number }>(`select id from project where slug = 'gullhaven'`)
  const sums = (runId: number, total: number) => ({ runId, live: true, totals: { total } }) as unknown as LiveSums
  const db = { sequelize: bobbin.app.get(Sequelize) }
  // in one transaction, so that they come as one
  await inTransaction(db, async (transaction) => {
    const tell = (topics: Topic[], live?: LiveSums) => announce(transaction, project?.id ?? 0, topics, live)
    for (const total of [5, 10, 15]) await tell(['live'], sums(1, total))
    await tell(['live'], sums(2, 7))
    await tell(['views'])
  })
  await all
  expect(heard).toEqual(['1: 5', '2: 7', '1: 15', 'views'])
  await listener.onApplicationShutdown()
})

it('tells a project nothing of another', async () => {
  const skerries = await listen(bobbin.url, 'skerries', `${TOKEN}-other`)
  await bobbin.deliver(resultFile(['two']), { build: '2' })
  const cookie = await bobbin.signIn('olav@gullhaven.example')
  await fetch(`${bobbin.url}/api/projects/skerries/areas`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Own' }),
  })
  expect(await skerries.next()).toContain('"cases"')
  skerries.stop()
})

it('says at its beginning since when nothing has changed, so that a page that read before knows whether to read again', async () => {
  const quiet = await listen(bobbin.url, 'gullhaven', TOKEN)
  await bobbin.deliver(resultFile(['three']), { build: '3' })
  await quiet.next()
  const before = performance.now()
  const late = await listen(bobbin.url, 'gullhaven', TOKEN)
  const skerries = await listen(bobbin.url, 'skerries', `${TOKEN}-other`)
  expect(late.quietMs).toBeGreaterThanOrEqual(0)
  // that delivery was heard by `quiet` before anybody else listened
  expect(late.quietMs + before).toBeLessThan(quiet.quietMs + performance.now())
  expect(skerries.quietMs).toBeGreaterThan(late.quietMs)
  for (const one of [quiet, late, skerries]) one.stop()
})

it('says that changes may have been missed when its connection to the database broke', async () => {
  const page = await listen(bobbin.url, 'gullhaven', TOKEN)
  await bobbin.ask(
    `select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen bobbin%' and datname = current_database()`,
  )
  expect(await page.next()).toContain('event: missed')
  page.stop()
})

it('tells a hundred pages of one person, and more when one of them has closed', async () => {
  const pages = await Promise.all(Array.from({ length: 100 }, () => listen(bobbin.url, 'gullhaven', TOKEN)))
  const one = () => fetch(`${bobbin.url}/api/projects/gullhaven/events`, { headers: { authorization: `Bearer ${TOKEN}` } })
  const refused = await one()
  expect([refused.status, ((await refused.json()) as { code: string }).code]).toEqual([429, 'streams'])
  // others are told all the same
  const other = await listen(bobbin.url, 'skerries', `${TOKEN}-other`)
  other.stop()
  pages[0]?.stop()
  await vi.waitFor(
    async () => {
      const more = await one()
      await more.body?.cancel()
      expect(more.status).toBe(200)
    },
    { timeout: 20_000 },
  )
  for (const page of pages) page.stop()
})
