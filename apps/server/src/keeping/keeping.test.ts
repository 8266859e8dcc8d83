import type { DeliveryReport, DeliveryTarget, ResultDetail, RunDetail, Space } from '@bobbin/client'
import { readdirSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BLOBS, type BlobStore } from '../platform/blobs/index.js'
import { until } from '../testing/plans.js'
import { type AsPerson, resultFile, TestApp } from '../testing/test-app.js'
import { getConnectionToken } from '@nestjs/sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { sweepBlobs } from './forget.js'
import { KeepingService } from './keeping.service.js'

let bobbin: TestApp
let act: AsPerson
const DAY = 86_400_000

beforeAll(async () => {
  bobbin = await TestApp.start()
  act = await bobbin.person()
  // the work of the night begins by itself once a server has started: it is over before anything is forgotten here
  await until(
    async () => (await bobbin.ask(`select 1 as one from jobs.job where name = 'keeping.night' and state = 'completed'`)).length > 0,
  )
})
afterAll(() => bobbin.stop())

/** A delivery of a run so many days ago, with a message of its own and one that all share. */
async function deliverOld(daysAgo: number, target: Partial<DeliveryTarget>, project?: 'skerries'): Promise<DeliveryReport> {
  const at = new Date(Date.now() - daysAgo * DAY).toISOString().slice(0, 19)
  const name = `${target.pipeline}-${target.build}`
  const report = await bobbin.deliver(
    `<testsuite name="deck" timestamp="${at}"><testcase classname="deck" name="own"><failure message="only in ${name}">deck.ts:1</failure></testcase>` +
      `<testcase classname="deck" name="shared"><failure message="the same in all">deck.ts:2</failure><system-out>output of ${name}</system-out></testcase></testsuite>`,
    target,
    project,
  )
  await bobbin.ask(`update run set delivered_at = started_at where id = ${report.run?.id}`)
  return report
}
const textsLike = async (words: string) => (await bobbin.ask(`select text from body where text like '%${words}%'`)).length
const runOf = (report: DeliveryReport) => bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
const attemptsOf = async (report: DeliveryReport) =>
  (await bobbin.ask(`select 1 as one from attempt where run_id = ${report.run?.id}`)).length
const storedFiles = () =>
  readdirSync(bobbin.config.blobs as string, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).length

describe('forgetting', () => {
  it('takes the details of old runs and leaves outcomes, durations, and whatever is kept or newer', async () => {
    const old = await deliverOld(130, { pipeline: 'tides', build: '1' })
    const kept = await deliverOld(130, { pipeline: 'tides-kept', build: '1' })
    const fresh = await deliverOld(3, { pipeline: 'tides', build: '2' })
    await act('PUT', `/runs/${kept.run?.id}/keep`)
    const before = await act<Space>('POST', '/space/measurement')
    expect(before).toMatchObject({ keepDetailsDays: 60, due: 1, kept: 1, forgettings: [] })
    expect(before.parts.map(({ kind }) => kind)).toEqual(['outcomes', 'attempts', 'texts', 'attachments', 'files'])
    expect(before.parts.find(({ kind }) => kind === 'files')).toMatchObject({ rows: 3, estimated: false })

    const after = await act<Space>('POST', '/space/forgetting')
    expect(after).toMatchObject({ due: 0, forgettings: [{ by: 'runa', runs: 1, attempts: 2, files: 1 }] })
    expect(after.parts.find(({ kind }) => kind === 'files')?.rows).toBe(2)

    const run = await runOf(old)
    expect(run.run.totals).toMatchObject({ total: 2, failed: 2 })
    expect(run.run.forgottenAt).not.toBeNull()
    expect(run.rows.map(({ script, message }) => [script.name, message])).toEqual(expect.arrayContaining([['own', null]]))
    const result = await bobbin.get<ResultDetail>(`/runs/${old.run?.id}/results/${run.rows[0]?.script.id}`)
    expect(result.attempts).toEqual([])

    expect([await attemptsOf(old), await attemptsOf(kept), await attemptsOf(fresh)]).toEqual([0, 2, 2])
    expect([await textsLike('only in tides-1'), await textsLike('only in tides-kept-1'), await textsLike('only in tides-2')]).toEqual([
      0, 2, 2,
    ])
    expect(await textsLike('the same in all')).toBe(2)
    expect((await runOf(kept)).rows.every(({ message }) => message !== null)).toBe(true)
  })

  it('finds nothing to do the second time, and forgets a run that is not kept any more', async () => {
    const { forgettings } = await act<Space>('POST', '/space/forgetting')
    expect(forgettings).toHaveLength(1)
    const [kept] = await bobbin.ask<{ id: number }>('select id from run where keep')
    await act('DELETE', `/runs/${kept?.id}/keep`)
    // the partition of its month was exchanged before: now its rows go one by one
    expect((await act<Space>('POST', '/space/forgetting')).forgettings[0]).toMatchObject({ runs: 1, attempts: 2 })
    expect(await textsLike('only in tides-kept-1')).toBe(0)
  })

  it('leaves a run that it went through as it is: nothing can be delivered, undone or moved there', async () => {
    await expect(deliverOld(130, { pipeline: 'tides', build: '1' })).rejects.toThrow(/details of build 1 were forgotten/)
    const [delivery] = await bobbin.ask<{ id: number }>(
      `select d.id from delivery d join run r on r.id = d.run_id where r.forgotten_at is not null limit 1`,
    )
    await expect(act('POST', `/deliveries/${delivery?.id}/undo`)).rejects.toThrow(/forgotten/)
  })

  it('keeps what another project of the same month keeps longer, until its time has come too', async () => {
    const keepsFor = (days: number) => bobbin.ask(`update project set keep_details_days = ${days} where slug = 'skerries'`)
    await keepsFor(400)
    const own = await deliverOld(190, { pipeline: 'both', build: '1' })
    const theirs = await deliverOld(190, { pipeline: 'both', build: '1' }, 'skerries')
    expect(await textsLike('only in both-1')).toBe(4)

    await act('POST', '/space/forgetting')
    const run = await runOf(own)
    expect(run.run.forgottenAt).not.toBeNull()
    const result = await bobbin.get<ResultDetail>(`/runs/${own.run?.id}/results/${run.rows[0]?.script.id}`)
    expect(result.attempts).toEqual([])
    expect([await attemptsOf(theirs), await textsLike('only in both-1')]).toEqual([2, 2])

    await keepsFor(60)
    await bobbin.app.get(KeepingService).night(new Date(Date.now() + 4 * DAY))
    expect([await attemptsOf(own), await attemptsOf(theirs), await textsLike('only in both-1')]).toEqual([0, 0, 0])
    const outcomes = await bobbin.ask(`select outcome from result where run_id in (${own.run?.id}, ${theirs.run?.id})`)
    expect(outcomes).toHaveLength(4)
  })

  it('leaves what came in lately, however old its sender’s clock says it is', async () => {
    const late = await deliverOld(500, { pipeline: 'late', build: '1' })
    await bobbin.ask(`update run set delivered_at = now() where id = ${late.run?.id}`)
    await act('POST', '/space/forgetting')
    expect(await attemptsOf(late)).toBe(2)
    expect(await textsLike('only in late-1')).toBe(2)
  })

  it('is refused where details are kept for ever', async () => {
    await act('PATCH', '', { keepDetailsDays: null })
    await expect(act('POST', '/space/forgetting')).rejects.toThrow(/keeps details permanently/)
    await act('PATCH', '', { keepDetailsDays: 60 })
  })
})

describe('the night', () => {
  it('is worked through once, however many server processes there are', async () => {
    const keeping = bobbin.app.get(KeepingService)
    const tomorrow = new Date(Date.now() + 2 * DAY)
    const worked = await Promise.all([keeping.night(tomorrow), keeping.night(tomorrow), keeping.night(tomorrow)])
    expect(worked.filter(Boolean)).toHaveLength(1)
  })
})

describe('contents that nothing refers to', () => {
  const sweep = (grace: string) =>
    sweepBlobs({ sequelize: bobbin.app.get<Sequelize>(getConnectionToken()) }, bobbin.app.get<BlobStore>(BLOBS), grace)

  it('are removed a day later, unless something uses them again', async () => {
    const again = resultFile(['comes again'])
    await bobbin.deliver(again, { pipeline: 'again', build: '1' })
    const stored = storedFiles()
    const doomed = await bobbin.ask('select 1 as one from doomed_blob')
    expect(doomed.length).toBeGreaterThan(0)
    expect(await sweep('1 day')).toBe(0)
    // one of them is delivered again before it is removed
    const [one] = await bobbin.ask<{ hash: string }>(
      `select encode(original, 'hex') as hash from result_file where name = 'report.xml' and original is not null order by id desc limit 1`,
    )
    await bobbin.ask(`insert into doomed_blob (hash) values (decode('${one?.hash}', 'hex'))`)
    await bobbin.deliver(again, { pipeline: 'again', build: '2' })
    expect(await bobbin.ask(`select 1 as one from doomed_blob where hash = decode('${one?.hash}', 'hex')`)).toEqual([])
    expect(await sweep('0 seconds')).toBe(doomed.length)
    expect(storedFiles()).toBe(stored - doomed.length)
  })
})
