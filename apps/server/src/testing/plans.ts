import type { PlanDetail, PlanDto, SuiteDetail } from '@bobbin/client'
import type { AsPerson, TestApp } from './test-app.js'

/** Looks again and again until something holds; a test that waits in vain is ended by its own limit. */
export async function until<T>(look: () => Promise<T | null | undefined | false>): Promise<T> {
  for (;;) {
    const found = await look()
    if (found) return found
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

export const environmentDto = (name: string, more: object = {}) => ({
  name,
  attributes: {},
  variables: {},
  profiles: [],
  maintenance: [],
  protected: false,
  schedules: false,
  ...more,
})

export const recipeDto = (more: object = {}) => ({
  name: 'node:test',
  framework: 'node-test',
  source: '/nowhere',
  ref: '',
  folder: '',
  prepare: '',
  command: 'node --test --test-reporter=junit --test-reporter-destination={results}/node.xml --test-name-pattern={titles} {files}',
  cleanUp: '',
  results: '',
  labels: [],
  wholeFiles: true,
  limitMinutes: 5,
  ...more,
})

export const planDto = (suites: number[], environments: number[], more: Partial<PlanDto> = {}): PlanDto => ({
  name: 'Smoke',
  pipeline: 'smoke',
  branch: 'main',
  newestBuild: false,
  retries: 0,
  retryUnless: null,
  split: 'time',
  shards: null,
  overlap: 'queue',
  missed: 'skip',
  releaseId: null,
  paused: false,
  suites: suites.map((id) => ({ id, parameters: {} })),
  cells: environments.map((environmentId) => ({ environmentId, parameters: {} })),
  times: [],
  ...more,
})

/** Tests in code with the keys of cases, as a scan tells them. */
export async function scanned(ask: AsPerson, tests: { name: string; file: string; keys: string[] }[], tree = 'ferry'): Promise<void> {
  const { id } = await ask<{ id: number }>('POST', '/scans', { tree, branch: 'main', files: 1 })
  const rows = tests.map((test, i) => ({
    framework: 'node-test',
    line: i + 1,
    endLine: i + 2,
    suites: [],
    pattern: null,
    tags: [],
    fingerprint: test.name,
    bodySize: 100,
    ...test,
  }))
  await ask('POST', `/scans/${id}/tests`, { from: 0, tests: rows })
  await ask('POST', `/scans/${id}/finish`, { tests: rows.length, unread: [] })
}

export interface Prepared {
  ask: AsPerson
  environmentId: number
  suite: SuiteDetail
  plan: PlanDetail
  agentToken: string
}

/** A project with two cases, their tests in code, a recipe, a suite of both, and a plan that runs it in harbour-dev. */
export async function preparedPlan(
  bobbin: TestApp,
  tests: { name: string; file: string; keys: string[] }[],
  recipe: object = {},
  more: Partial<PlanDto> = {},
): Promise<Prepared> {
  const ask = await bobbin.person()
  await scanned(ask, tests)
  const { id: environmentId } = await ask<{ id: number }>('POST', '/environments', environmentDto('harbour-dev'))
  await ask('POST', '/recipes', recipeDto(recipe))
  const made = await ask<SuiteDetail>('POST', '/suites', { folder: '', name: 'Smoke', note: '', filter: null })
  const suite = await ask<SuiteDetail>('POST', `/suites/${made.id}/cases`, { keys: [...new Set(tests.flatMap(({ keys }) => keys))] })
  const plan = await ask<PlanDetail>('POST', '/plans', planDto([suite.id], [environmentId], more))
  const { secret: agentToken } = await ask<{ secret: string }>('POST', '/tokens', { name: 'agents', scope: 'agent' })
  return { ask, environmentId, suite, plan, agentToken }
}
