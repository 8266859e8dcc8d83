import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { getConnectionToken } from '@nestjs/sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { resultFile, TestApp } from '../testing/test-app.js'
import { UntilDelivered } from './until-delivered.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

describe('what is computed from results', () => {
  it('is remembered until any run changes, computed once for all who wait, and anew after a failure', async () => {
    const db = { sequelize: bobbin.app.get<Sequelize>(getConnectionToken()) }
    const kept = new UntilDelivered<number>()
    let times = 0
    const get = (key = 'all') => kept.get(db, 1, key, () => Promise.resolve(++times))
    await bobbin.deliver(resultFile(['a']), { build: '1' })
    expect(await Promise.all([get(), get()])).toEqual([1, 1])
    expect([await get(), await get('main')]).toEqual([1, 2])
    await bobbin.deliver(resultFile(['a']), { build: '2' })
    expect(await get()).toBe(3)
    // also where a build that was there is delivered to again
    await bobbin.deliver(resultFile(['b']), { build: '2' })
    expect(await get()).toBe(4)
    await bobbin.ask('update project set scripts_forgotten = scripts_forgotten + 1 where id = 1')
    await expect(kept.get(db, 1, 'all', () => Promise.reject(new Error('no room')))).rejects.toThrow('no room')
    expect(await get()).toBe(5)
  })

  it('is computed once at a time, also while more results come', async () => {
    const db = { sequelize: bobbin.app.get<Sequelize>(getConnectionToken()) }
    const kept = new UntilDelivered<number>()
    let [times, most, now] = [0, 0, 0]
    let open = (): void => undefined
    const gate = new Promise<void>((resolve) => (open = resolve))
    let began = (): void => undefined
    const first = new Promise<void>((resolve) => (began = resolve))
    const compute = async () => {
      most = Math.max(most, ++now)
      const nth = ++times
      began()
      if (nth === 1) await gate
      now--
      return nth
    }
    const early = kept.get(db, 1, 'all', compute)
    await first
    await bobbin.deliver(resultFile(['a']), { build: '3' })
    const late = [kept.get(db, 1, 'all', compute), kept.get(db, 1, 'all', compute)]
    open()
    expect([await early, ...(await Promise.all(late))]).toEqual([1, 2, 2])
    expect([times, most]).toEqual([2, 1])
  })
})
