import type { BackgroundJobs } from '@bobbin/client'
import { Sequelize } from 'sequelize-typescript'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inTransaction } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let jobs: Jobs
/** What was worked on, in order, with who waits for it. */
const done: string[] = []
let tell: () => void = () => undefined
let failing = new Set<string>()
/** Jobs that are held up until they are let go. */
const gates = new Map<string, Promise<void>>()

beforeAll(async () => {
  bobbin = await TestApp.start([], {
    beforeListening: (app) => {
      jobs = app.get(Jobs)
      jobs.define<{ what: string }>({
        name: 'test.word',
        retries: 1,
        retrySeconds: 1,
        pollSeconds: 0.5,
        work: async ({ what }) => {
          await gates.get(what)
          if (failing.has(what)) throw new Error(`${what} cannot be done`)
          done.push(what)
          tell()
        },
      })
    },
  })
})
afterAll(() => bobbin.stop())

const db = () => ({ sequelize: bobbin.app.get<Sequelize>(Sequelize) })
const begin = (what: string, key?: string) =>
  inTransaction(db(), (own) => jobs.enqueue(own, 'test.word', { what }, key === undefined ? {} : { key }))
async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise<void>((resolve) => ((tell = resolve), setTimeout(resolve, 100)))
}
const states = (what: string) =>
  bobbin.ask<{ id: string; state: string }>(`select id, state::text from jobs.job where name = 'test.word' and data ->> 'what' = '${what}'`)

describe('background work', () => {
  it('is begun when its transaction commits, and not otherwise', async () => {
    const broken = inTransaction(db(), async (own) => {
      await jobs.enqueue(own, 'test.word', { what: 'undone' })
      throw new Error('no')
    })
    await expect(broken).rejects.toThrow('no')
    await begin('done')
    await until(() => done.includes('done'))
    expect(await states('undone')).toEqual([])
  })

  it('is not taken for lost while its own process works on it, however long that takes', async () => {
    let open: () => void = () => undefined
    gates.set('long', new Promise<void>((resolve) => (open = resolve)))
    await begin('long')
    await until(async () => (await states('long')).some(({ state }) => state === 'active'))
    const reaper = jobs as unknown as { takeUpLost: () => Promise<void> }
    for (let look = 0; look < 3; look++) await reaper.takeUpLost()
    expect((await states('long')).map(({ state }) => state)).toEqual(['active'])
    open()
    await until(() => done.includes('long'))
    expect(done.filter((what) => what === 'long')).toHaveLength(1)
  })

  it('waits once for each key', async () => {
    let open: () => void = () => undefined
    gates.set('held', new Promise((resolve) => (open = resolve)))
    await begin('held', 'k')
    await until(async () => (await states('held')).some(({ state }) => state === 'active'))
    await begin('second', 'k')
    await begin('third', 'k')
    expect([...(await states('second')), ...(await states('third'))]).toHaveLength(1)
    open()
    await until(() => done.includes('second'))
    expect(done).not.toContain('third')
  })

  it('whose process is gone is taken up again, long before its time is over', async () => {
    // as a process leaves it that was killed: under way, and its lock with nobody
    await bobbin.ask(
      `insert into jobs.job (name, data, state, retry_limit, started_on, expire_in, policy)
       values ('test.word', '{"what": "orphan"}', 'active', 3, now(), interval '6 hours', 'stately')`,
    )
    await until(() => done.includes('orphan'))
    await until(async () => (await states('orphan'))[0]?.state === 'completed')
  })

  it('that ended its process each time is not begun for ever', async () => {
    await bobbin.ask(
      `insert into jobs.job (name, data, state, retry_limit, retry_count, started_on, expire_in, policy)
       values ('test.word', '{"what": "killer"}', 'active', 3, 3, now(), interval '6 hours', 'stately')`,
    )
    await until(async () => (await states('killer'))[0]?.state === 'failed')
    expect(done).not.toContain('killer')
  })

  it('that fails is tried again, then waits for a person, who is told why and can try it again', async () => {
    failing.add('hard')
    await begin('hard')
    await until(async () => (await states('hard'))[0]?.state === 'failed')
    const cookie = await bobbin.signIn('runa@gullhaven.example')
    const get = async () => (await (await fetch(`${bobbin.url}/api/server/jobs`, { headers: { cookie } })).json()) as BackgroundJobs
    const { dead, queues } = await get()
    const mine = dead.find(({ problem }) => problem === 'hard cannot be done')
    expect(mine).toMatchObject({ name: 'test.word', tries: 2 })
    expect(queues.find(({ name }) => name === 'test.word')).toMatchObject({ failed: 2 })
    failing = new Set()
    const retry = () => fetch(`${bobbin.url}/api/server/jobs/${mine?.id}/retry`, { method: 'POST', headers: { cookie } })
    expect((await retry()).status).toBe(200)
    await until(() => done.includes('hard'))
    expect((await retry()).status).toBe(404)
    expect(await bobbin.ask(`select 1 from act where kind = 'job.retried'`)).toHaveLength(1)
  })
})
