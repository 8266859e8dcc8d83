import type { EnvironmentDto, EnvironmentList, PlanDto, RecipeDto, SuiteDetail, SuiteDto } from '@bobbin/client'

/** Asks as a person of the demo, below the project. */
export type Ask = <T>(method: string, path: string, body?: unknown) => Promise<T>

export async function signIn(url: string, project: string, email: string, password: string): Promise<Ask> {
  const session = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  })
  const cookie = session.headers.get('set-cookie')?.split(';')[0] ?? ''
  return async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const answer = await fetch(`${url}/api/projects/${project}${path}`, {
      method,
      headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
    const text = await answer.text()
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${text}`)
    return (text === '' ? undefined : JSON.parse(text)) as T
  }
}

const NOTHING: Omit<EnvironmentDto, 'name'> = {
  attributes: {},
  variables: {},
  profiles: [],
  maintenance: [],
  protected: false,
  schedules: false,
}

/** What runs scripts in the demo: environments, recipes, suites and plans, set up by the one who does such things all day. */
export async function setUpRunning(ask: Ask, { ferry, sources }: { ferry: string | null; sources: string }): Promise<void> {
  for (const profile of [
    { name: 'desktop', browser: 'Chromium', device: 'laptop', os: 'Debian 12', locale: 'en' },
    { name: 'phone', browser: 'Chromium', device: 'phone', os: 'Android 15', locale: 'nb' },
    { name: 'kiosk', browser: 'Chromium', device: 'ticket kiosk', os: 'Debian 12', locale: 'nb' },
  ])
    await ask('POST', '/profiles', profile)
  const environments = new Map((await ask<EnvironmentList>('GET', '/environments')).rows.map((row) => [row.name, row.id]))
  const setUp = (name: string, more: Partial<EnvironmentDto>) =>
    ask('PUT', `/environments/${environments.get(name) ?? 0}`, { ...NOTHING, name, ...more })
  const probed = ferry === null ? {} : { address: ferry, probeUrl: `${ferry}/health`, probeText: 'at sea' }
  await setUp('harbour-dev', {
    ...probed,
    attributes: { town: 'Gullhaven', owner: 'core team' },
    variables: { CURRENCY: 'crowns' },
    runAs: 'robot@gullhaven.example',
  })
  await setUp('pier-test', { ...probed, attributes: { town: 'Gullhaven' }, runAs: 'robot@gullhaven.example' })
  await setUp('breakwater-stage', {
    profiles: ['desktop', 'phone'],
    maintenance: [
      {
        note: 'database copy',
        minutes: 120,
        recurrence: { rule: 'FREQ=WEEKLY;BYDAY=WE', start: '2026-01-07T05:00:00', zone: 'Europe/Oslo' },
      },
    ],
  })
  await setUp('open-water', { protected: true, attributes: { note: 'production' } })

  const recipe: Omit<RecipeDto, 'name' | 'framework' | 'command'> = {
    ...{
      tree: 'gullhaven-system-tests',
      source: sources,
      ref: '',
      folder: '',
      prepare: '',
      cleanUp: '',
      results: '',
      wholeFiles: true,
      limitMinutes: 10,
    },
    labels: ['node'],
  }
  await ask('POST', '/recipes', {
    ...recipe,
    name: 'System tests',
    framework: 'node-test',
    command:
      'node --test --test-reporter=spec --test-reporter-destination=stdout --test-reporter=junit --test-reporter-destination={results}/node.xml --test-name-pattern={titles} {files}',
  })
  await ask('POST', '/recipes', {
    ...recipe,
    name: 'Shop in the browser',
    framework: 'playwright',
    labels: ['node', 'playwright', 'browser'],
    command: 'PLAYWRIGHT_JUNIT_OUTPUT_FILE={results}/playwright.xml npx playwright test --reporter=line,junit --grep {names} {files}',
  })

  const suite = async (dto: Partial<SuiteDto> & { name: string }, keys: readonly number[] = []): Promise<number> => {
    const { template = false, ...rest } = dto
    const all = { folder: '', note: '', filter: null, ...rest }
    const { id } = await ask<SuiteDetail>('POST', '/suites', all)
    if (keys.length > 0) await ask('POST', `/suites/${id}/cases`, { keys: keys.map((number) => `FERRY-${number}`) })
    if (template) await ask('PUT', `/suites/${id}`, { ...all, template })
    return id
  }
  const smoke = await suite(
    { name: 'Smoke', folder: 'Every day', note: 'What must work before anybody goes aboard.' },
    [116, 311, 219, 210, 410, 384, 363, 324],
  )
  const fares = await suite({ name: 'Concessions', folder: 'Every day' }, [219, 210, 194])
  await suite({ name: 'Deck planner, safety', folder: 'Before a release' }, [488, 489, 490, 491, 492, 493, 501])
  await suite({ name: 'High priority, failed last time', folder: 'By filter', filter: { priorities: [1, 2], failedLast: true } })
  await suite({ name: 'Web shop purchase', note: 'What any shop is tried with first.', template: true }, [116, 311, 324])
  await suite({ name: 'Unsteady lately', folder: 'By filter', filter: { unsteady: true } })

  const { release } = await ask<{ release: { id: number } }>('POST', '/releases', {
    name: '4.2',
    startsOn: null,
    dueOn: null,
    state: 'open',
    note: 'Summer timetable and the new kiosk.',
  })
  const cell = (name: string, profile: string | null = null): PlanDto['cells'][number] => ({
    environmentId: environments.get(name) ?? 0,
    profile,
    parameters: {},
  })
  const plan: Omit<PlanDto, 'name' | 'pipeline' | 'suites' | 'cells' | 'times'> = {
    ...{
      branch: 'main',
      newestBuild: false,
      retries: 1,
      retryUnless: 5,
      split: 'time',
      shards: null,
      overlap: 'queue',
      missed: 'skip',
      releaseId: null,
      paused: false,
    },
  }
  await ask('POST', '/plans', {
    ...plan,
    name: 'Smoke',
    pipeline: 'system-smoke',
    releaseId: release.id,
    suites: [{ id: smoke, parameters: {} }],
    cells: [cell('harbour-dev'), cell('pier-test')],
    times: [{ kind: 'rule', recurrence: { rule: 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', start: '2026-01-05T06:00:00', zone: 'Europe/Oslo' } }],
  } satisfies PlanDto)
  await ask('POST', '/plans', {
    ...plan,
    name: 'Concessions after each build',
    pipeline: 'system-concessions',
    suites: [{ id: fares, parameters: {} }],
    cells: [cell('harbour-dev')],
    times: [{ kind: 'build', pipeline: 'fare-desk-web', branch: 'main' }],
  } satisfies PlanDto)
}
