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
})
