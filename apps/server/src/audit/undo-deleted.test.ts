import type { ActList, PlanDetail, PlanDto, RequirementList, SuiteDetail } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { environmentDto, planDto } from '../testing/plans.js'
import { type AsPerson, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'Height limit'), seedCase(103, 'Width limit')])
  await bobbin.ask(`update membership set role = 'lead'`)
  ask = await bobbin.person()
})
afterAll(() => bobbin.stop())

/** Takes back the newest act of a kind. */
async function undo(kind: string): Promise<void> {
  const { rows } = await ask<ActList>('GET', '/acts?limit=50')
  await ask('POST', `/acts/${rows.find((act) => act.kind === kind)?.id}/undo`)
}

describe('what was deleted comes back by the audit log', () => {
  it('a suite with its cases in order, but for those that are gone since', async () => {
    const { id } = await ask<SuiteDetail>('POST', '/suites', { folder: 'Deck', name: 'Limits', note: 'short', filter: null })
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-103', 'FERRY-101', 'FERRY-102'] })
    await ask('DELETE', `/suites/${id}`)
    await bobbin.ask('delete from test_case where number = 101')
    await undo('suite.deleted')
    const back = await ask<SuiteDetail>('GET', `/suites/${id}`)
    expect(back).toMatchObject({ folder: 'Deck', name: 'Limits', note: 'short' })
    expect(back.rows.map(({ key }) => key)).toEqual(['FERRY-103', 'FERRY-102'])
  })

  it('a plan with its suites, cells and times, paused until somebody resumes it', async () => {
    await ask('POST', '/environments', environmentDto('pier-test'))
    const [environment] = await bobbin.ask<{ id: number }>(`select id from environment where name = 'pier-test'`)
    const [suite] = await bobbin.ask<{ id: number }>(`select id from suite where name = 'Limits'`)
    const times: PlanDto['times'] = [{ kind: 'rule', recurrence: { rule: 'FREQ=DAILY', start: '2026-11-30T02:00', zone: 'Europe/Oslo' } }]
    const made = await ask<PlanDetail>('POST', '/plans', planDto([suite?.id ?? 0], [environment?.id ?? 0], { name: 'Nightly', times }))
    await ask('DELETE', `/plans/${made.id}`)
    await undo('plan.deleted')
    const back = await ask<PlanDetail>('GET', `/plans/${made.id}`)
    expect(back).toMatchObject({ name: 'Nightly', paused: true })
    expect(back.suites.map((one) => one.id)).toEqual([suite?.id])
    expect(back.cells.map(({ environmentId }) => environmentId)).toEqual([environment?.id])
    expect(back.times.map(({ kind }) => kind)).toEqual(['rule'])
  })

  it('a requirement with its cases; not where its key was taken meanwhile', async () => {
    const { id } = await ask<{ id: number }>('POST', '/requirements', { key: 'TIDE-31', name: 'Loads are refused' })
    await ask('PUT', `/requirements/${id}/cases`, { add: ['FERRY-102'], remove: [] })
    await ask('DELETE', `/requirements/${id}`)
    await undo('requirement.deleted')
    const { rows } = await ask<RequirementList>('GET', '/requirements')
    expect(rows).toMatchObject([{ id, key: 'TIDE-31', cases: [{ key: 'FERRY-102' }] }])
    await ask('DELETE', `/requirements/${id}`)
    await ask('POST', '/requirements', { key: 'TIDE-31', name: 'Another' })
    await expect(undo('requirement.deleted')).rejects.toThrow(/name is in use again/)
  })
})
