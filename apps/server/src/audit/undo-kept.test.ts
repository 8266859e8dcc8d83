import type { ActList, ActUndone, PlanDetail, PlanDto, RecipeList, RequirementList, SuiteDetail } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PlanWatch } from '../plans/index.js'
import { environmentDto, planDto, recipeDto } from '../testing/plans.js'
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

/** @returns its number */
async function newRecipe(more: { name: string; labels?: string[] }): Promise<number> {
  const { rows } = await ask<RecipeList>('POST', '/recipes', recipeDto(more))
  return rows.find(({ name }) => name === more.name)?.id ?? 0
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

  it('a recipe', async () => {
    const id = await newRecipe({ name: 'Deck tests', labels: ['node', 'linux'] })
    const [was] = await bobbin.ask('select * from recipe where id = ' + id)
    await ask('DELETE', `/recipes/${id}`)
    await undo('recipe.deleted')
    expect(await bobbin.ask('select * from recipe where id = ' + id)).toEqual([was])
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

describe('what was changed becomes again what it was', () => {
  const state = async (table: string, id: number) => (await bobbin.ask(`select * from ${table} where id = ${id}`))[0]

  it('an environment, whose secrets stay', async () => {
    const { id } = await ask<{ id: number }>(
      'POST',
      '/environments',
      environmentDto('quay-test', { variables: { LANE: '3' }, protected: true }),
    )
    await ask('PUT', `/environments/${id}/secrets/WORD`, { value: 'low tide' })
    const was = await state('environment', id)
    await ask('PUT', `/environments/${id}`, environmentDto('quay-two', { variables: {}, profiles: ['phone'] }))
    await undo('environment.changed')
    expect(await state('environment', id)).toEqual(was)
    expect(await bobbin.ask(`select name from environment_secret where environment_id = ${id}`)).toEqual([{ name: 'WORD' }])
  })

  it('a recipe', async () => {
    const id = await newRecipe({ name: 'Gate tests' })
    const before = await state('recipe', id)
    await ask('PUT', `/recipes/${id}`, recipeDto({ name: 'Gate tests', command: 'make check', labels: ['make'] }))
    await undo('recipe.changed')
    expect(await state('recipe', id)).toEqual(before)
  })

  it('the cases of a suite and their order; not where somebody changed it since', async () => {
    const { id } = await ask<SuiteDetail>('POST', '/suites', { folder: '', name: 'Widths', note: '', filter: null })
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-103', 'FERRY-102'] })
    await ask('PUT', `/suites/${id}/cases`, { keys: ['FERRY-102'] })
    await undo('suite.changed')
    const keys = async () => (await ask<SuiteDetail>('GET', `/suites/${id}`)).rows.map(({ key }) => key)
    expect(await keys()).toEqual(['FERRY-103', 'FERRY-102'])
    await ask('PUT', `/suites/${id}/cases`, { keys: ['FERRY-103'] })
    const { rows } = await ask<ActList>('GET', '/acts?limit=5')
    await ask('PUT', `/suites/${id}/cases`, { keys: [] })
    const { undone, left } = await ask<ActUndone>('POST', `/acts/${rows.find((act) => act.kind === 'suite.changed')?.id}/undo`)
    expect([undone, left]).toEqual([0, ['Widths']])
    expect(await keys()).toEqual([])
  })

  it('a plan with its cells and times, which are due again', async () => {
    const [environment] = await bobbin.ask<{ id: number }>(`select id from environment where name = 'pier-test'`)
    const [suite] = await bobbin.ask<{ id: number }>(`select id from suite where name = 'Limits'`)
    const times: PlanDto['times'] = [{ kind: 'rule', recurrence: { rule: 'FREQ=DAILY', start: '2026-11-30T02:00', zone: 'Europe/Oslo' } }]
    const dto = planDto([suite?.id ?? 0], [environment?.id ?? 0], { name: 'Daily', pipeline: 'daily', times, retries: 2 })
    const made = await ask<PlanDetail>('POST', '/plans', dto)
    await ask('PUT', `/plans/${made.id}`, { ...dto, retries: 0, cells: [], times: [] })
    await undo('plan.changed')
    const back = await ask<PlanDetail>('GET', `/plans/${made.id}`)
    expect(back).toMatchObject({ retries: 2, cells: [{ environmentId: environment?.id }], paused: false })
    await bobbin.app.get(PlanWatch).setTimes(new Date())
    expect((await ask<PlanDetail>('GET', `/plans/${made.id}`)).times).toMatchObject([{ kind: 'rule', nextAt: made.times[0]?.nextAt }])
  })
})
