import { getConnectionToken } from '@nestjs/sequelize'
import type { Request, Response } from 'express'
import { EventEmitter } from 'node:events'
import type { Sequelize } from 'sequelize-typescript'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { TestApp } from '../testing/test-app.js'
import { rowsOf } from './database.js'
import { readRequests } from './read-connections.js'

let bobbin: TestApp
let sequelize: Sequelize
beforeAll(async () => {
  bobbin = await TestApp.start()
  sequelize = bobbin.app.get<Sequelize>(getConnectionToken())
})
afterAll(() => bobbin.stop())

/** Does something as a request would; answers it and what ends the request. */
function during<T>(method: string, work: () => Promise<T>): { done: Promise<T>; leave: () => void } {
  const response = Object.assign(new EventEmitter(), { writableFinished: false })
  let done: Promise<T> | undefined
  readRequests(() => sequelize)({ method } as Request, response as unknown as Response, () => void (done = work()))
  if (!done) throw new Error('the request was not passed on')
  return { done, leave: () => void response.emit('close') }
}

const timeout = async () => (await rowsOf<{ statement_timeout: string }>({ sequelize }, 'show statement_timeout'))[0]?.statement_timeout

it('bounds statements of requests that only read, and no others', async () => {
  expect(await during('GET', timeout).done).toBe('15s')
  expect(await during('POST', timeout).done).toBe('0')
  expect(await timeout()).toBe('0')
})

it('breaks off what a reader waited for who has gone, and nothing else', async () => {
  const sleeps = `select count(*)::int as n from pg_stat_activity where query like '%pg_sleep(14)%' and state = 'active' and pid <> pg_backend_pid()`
  const running = async () => (await bobbin.ask<{ n: number }>(sleeps))[0]?.n
  const sleep = () => rowsOf({ sequelize }, 'select pg_sleep(14)::text as slept')
  const gone = during('GET', sleep)
  while ((await running()) !== 1) await new Promise(setImmediate)
  gone.leave()
  await expect(gone.done).rejects.toMatchObject({ parent: { code: '57014' } })
  expect(await running()).toBe(0)
  // its connection serves the next one
  expect(await during('GET', timeout).done).toBe('15s')
})

it('does not begin what nobody waits for any more', async () => {
  let leave: () => void = () => undefined
  const late = during('GET', async () => {
    await Promise.resolve()
    leave()
    return rowsOf({ sequelize }, 'select pg_sleep(14)::text as slept')
  })
  leave = late.leave
  await expect(late.done).rejects.toMatchObject({ parent: { code: '57014' } })
})
