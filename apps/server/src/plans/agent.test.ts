import type { AgentList, CaseDetail, PartList, PartLog, PlanDetail, RunDetail, StartRow, SuiteDetail } from '@bobbin/client'
import { MachinesStandIn } from '@bobbin/standins/machines'
import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seedCase, TestApp } from '../testing/test-app.js'
import { planDto, type Prepared, preparedPlan, scanned, until } from '../testing/plans.js'

const CLI = fileURLToPath(new URL('../../../cli/bin/bobbin.mjs', import.meta.url))

const SOURCE = `import { test } from 'node:test'
import assert from 'node:assert'
import { existsSync, writeFileSync } from 'node:fs'
test('Gate opens', () => console.log('the word is ' + process.env.GATE_WORD))
test('Ramp lowers', () => {
  const seen = process.env.MARK + '-ramp'
  if (process.env.RAMP === 'flaky' && !existsSync(seen)) { writeFileSync(seen, ''); assert.fail('the ramp sticks') }
  if (process.env.RAMP === 'broken') assert.fail('the ramp sticks')
})
test('Not in the suite', () => assert.fail('was not asked for'))
`

let bobbin: TestApp
let folder: string
let prepared: Prepared
const agents: ChildProcess[] = []

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-agent-'))
  writeFileSync(join(folder, 'gate.test.mjs'), SOURCE)
  bobbin = await TestApp.start(
    [seedCase(101, 'Gate opens'), seedCase(102, 'Ramp lowers'), seedCase(103, 'Deposit is refunded'), seedCase(104, 'Deposit is paid')],
    { sourceHosts: ['127.0.0.1'] },
  )
  const tests = [
    { name: 'Gate opens', file: 'gate.test.mjs', keys: ['FERRY-101'] },
    { name: 'Ramp lowers', file: 'gate.test.mjs', keys: ['FERRY-102'] },
    { name: 'Not in the suite', file: 'gate.test.mjs', keys: [] },
  ]
  prepared = await preparedPlan(bobbin, tests, { source: folder, cleanUp: 'echo cleaned up' }, { retries: 1 })
  await prepared.ask('PUT', `/environments/${prepared.environmentId}/secrets/GATE_WORD`, { value: 'open-sesame-42' })
  start('quay-1')
}, 60_000)
afterAll(async () => {
  for (const agent of agents) agent.kill('SIGKILL')
  await bobbin.stop()
  rmSync(folder, { recursive: true, force: true })
})

function start(name: string): ChildProcess {
  const agent = spawn(process.execPath, [CLI, 'agent', '--name', name, '--folder', join(folder, `home-${name}`)], {
    env: { ...process.env, BOBBIN_URL: bobbin.url, BOBBIN_TOKEN: prepared.agentToken },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  agents.push(agent)
  return agent
}

const over = (id: number): Promise<StartRow> =>
  until(async () => {
    const start = await prepared.ask<StartRow>('GET', `/starts/${id}`)
    return start.state !== 'going' && start.state !== 'queued' ? start : null
  })

const runNow = async (): Promise<StartRow> => over((await prepared.ask<StartRow>('POST', `/plans/${prepared.plan.id}/start`, {})).id)

const partsOf = (start: StartRow): Promise<PartList> => prepared.ask('GET', `/runs/${start.runs[0]?.id ?? 0}/parts`)

async function withVariables(variables: Record<string, string>): Promise<void> {
  await prepared.ask('PUT', `/environments/${prepared.environmentId}`, {
    name: 'harbour-dev',
    attributes: {},
    variables: { MARK: join(folder, 'mark'), ...variables },
    profiles: [],
    maintenance: [],
    protected: false,
    schedules: false,
  })
}

describe('an agent runs what a plan says', { timeout: 60_000 }, () => {
  it('only what was asked for, with its log, and nothing of its secrets', async () => {
    const start = await runNow()
    expect(start).toMatchObject({ state: 'done', notes: [], runs: [{ environment: 'harbour-dev', failed: 0, total: 2, live: false }] })
    const run = await prepared.ask<RunDetail>('GET', `/runs/${start.runs[0]?.id ?? 0}`)
    expect(run.run).toMatchObject({ trigger: 'plan', incomplete: false, totals: { passed: 2 } })
    const { rows } = await partsOf(start)
    expect(rows).toMatchObject([{ state: 'done', exitCode: 0, passed: 2, agent: { name: 'quay-1' } }])
    const { text, done } = await prepared.ask<PartLog>('GET', `/parts/${rows[0]?.id ?? 0}/log`)
    expect(text).toContain('node --test')
    expect(text).toContain('cleaned up')
    expect(text).not.toContain('open-sesame')
    expect(done).toBe(true)
    const stored = await bobbin.ask<{ found: boolean }>(`select exists (select 1 from body where text like '%open-sesame%') as found`)
    expect(stored).toEqual([{ found: false }])
  })

  it('tries what failed once more, on a fresh process, as another attempt of one result', async () => {
    await withVariables({ RAMP: 'flaky' })
    const start = await runNow()
    const { rows } = await partsOf(start)
    expect(rows.map(({ try: nth, state, failed, tests }) => ({ nth, state, failed, tests }))).toEqual([
      { nth: 1, state: 'done', failed: 1, tests: 2 },
      { nth: 2, state: 'done', failed: 0, tests: 1 },
    ])
    const run = await prepared.ask<RunDetail>('GET', `/runs/${start.runs[0]?.id ?? 0}`)
    expect(run.run.totals).toMatchObject({ total: 2, passed: 1, recovered: 1 })
  })

  it('does what failed again: a new run with the settings of the old, shown in the old one', async () => {
    await withVariables({ RAMP: 'broken' })
    const broken = await runNow()
    expect(broken.runs[0]?.failed).toBe(1)
    await withVariables({})
    const runId = broken.runs[0]?.id ?? 0
    const again = await over((await prepared.ask<StartRow>('POST', `/runs/${runId}/rerun`, {})).id)
    expect(again).toMatchObject({ why: 'rerun', build: broken.build, runs: [{ failed: 0, total: 1 }] })
    const { reruns } = await prepared.ask<PartList>('GET', `/runs/${runId}/parts`)
    expect(reruns).toMatchObject([{ startId: again.id, runId: again.runs[0]?.id, by: 'runa' }])
    await expect(prepared.ask('POST', `/runs/${again.runs[0]?.id ?? 0}/rerun`, {})).rejects.toMatchObject({ code: 'nothingToRun' })
  })

  it('fails with the reason where the command does not exist, and the run is incomplete', async () => {
    const { rows } = await prepared.ask<{ rows: { id: number }[] }>('GET', '/recipes')
    const recipe = { ...(rows[0] as object), command: 'no-such-runner {files}' }
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only(recipe))
    const start = await runNow()
    const parts = await partsOf(start)
    expect(parts.rows).toMatchObject([
      { state: 'failed', exitCode: 127, said: 'The command of the recipe could not be found or started (exit 127)' },
    ])
    const run = await prepared.ask<RunDetail>('GET', `/runs/${start.runs[0]?.id ?? 0}`)
    expect(run.run).toMatchObject({ incomplete: true, live: false })
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only(rows[0] as object))
  })

  it('stops within seconds, with everything that it began, and cleans up', async () => {
    const { rows } = await prepared.ask<{ rows: { id: number }[] }>('GET', '/recipes')
    const marker = join(folder, 'child')
    const command = `sh -c 'echo $$ > ${marker}; exec sleep 600' & sleep 600`
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only({ ...(rows[0] as object), command }))
    const { id } = await prepared.ask<StartRow>('POST', `/plans/${prepared.plan.id}/start`, {})
    const part = await until(async () =>
      (
        await prepared.ask<PartList>('GET', `/runs/${(await prepared.ask<StartRow>('GET', `/starts/${id}`)).runs[0]?.id ?? 0}/parts`)
      ).rows.find(({ logChars }) => logChars > 0),
    )
    await prepared.ask('POST', `/starts/${id}/stop`, {})
    const start = await over(id)
    expect(start.state).toBe('stopped')
    const { text } = await prepared.ask<PartLog>('GET', `/parts/${part.id}/log`)
    expect(text).toContain('cleaned up')
    const pid = Number(readFileSync(marker, 'utf8'))
    expect(runs(pid)).toBe(false)
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only(rows[0] as object))
  })

  it('runs a case after the one whose output it uses, again when it is tried again, and together with it when it is run again', async () => {
    const mark = join(folder, 'deposit')
    writeFileSync(
      join(folder, 'a-refund.test.mjs'),
      `import { test } from 'node:test'
import assert from 'node:assert'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
test('Deposit is refunded', () => {
  assert.equal(readFileSync('${mark}', 'utf8'), 'paid')
  writeFileSync('${mark}', 'refunded')
  assert.ok(existsSync('${mark}-steady'), 'the bank is slow')
})
`,
    )
    writeFileSync(
      join(folder, 'b-deposit.test.mjs'),
      `import { test } from 'node:test'\nimport { writeFileSync } from 'node:fs'\ntest('Deposit is paid', () => writeFileSync('${mark}', 'paid'))\n`,
    )
    const tests = [
      { name: 'Deposit is refunded', file: 'a-refund.test.mjs', keys: ['FERRY-103'] },
      { name: 'Deposit is paid', file: 'b-deposit.test.mjs', keys: ['FERRY-104'] },
    ]
    await scanned(prepared.ask, tests, 'deposits')
    const { version } = await prepared.ask<CaseDetail>('GET', '/cases/FERRY-103')
    await prepared.ask('PATCH', '/cases/FERRY-103', { version, runsAfter: ['FERRY-104'] })
    const suite = await prepared.ask<SuiteDetail>('POST', '/suites', { folder: '', name: 'Deposits', note: '' })
    await prepared.ask('POST', `/suites/${suite.id}/cases`, { keys: ['FERRY-103', 'FERRY-104'] })
    const dto = planDto([suite.id], [prepared.environmentId], { name: 'Deposits', pipeline: 'deposits', retries: 1, shards: 2 })
    const plan = await prepared.ask<PlanDetail>('POST', '/plans', dto)
    const start = await over((await prepared.ask<StartRow>('POST', `/plans/${plan.id}/start`, {})).id)
    // one part, since they stay together; and what failed is tried again with the deposit paid anew
    const { rows } = await partsOf(start)
    expect(rows.map(({ try: nth, state, passed, failed, tests: count }) => ({ nth, state, passed, failed, count }))).toEqual([
      { nth: 1, state: 'done', passed: 1, failed: 1, count: 2 },
      { nth: 2, state: 'done', passed: 1, failed: 1, count: 2 },
    ])
    writeFileSync(`${mark}-steady`, '')
    const again = await over((await prepared.ask<StartRow>('POST', `/runs/${start.runs[0]?.id ?? 0}/rerun`, {})).id)
    expect(again).toMatchObject({ notes: [{ code: 'alsoRuns', count: 1 }], runs: [{ failed: 0, total: 2 }] })
    // alone, it can't be put in order
    await prepared.ask('PUT', `/suites/${suite.id}/cases`, { keys: ['FERRY-103'] })
    const { id } = await prepared.ask<SuiteDetail>('POST', `/suites/${suite.id}/snapshot`, {})
    expect(id).toBe(suite.id)
    expect((await prepared.ask<PlanDetail>('GET', `/plans/${plan.id}`)).notes).toEqual([
      { code: 'outOfOrder', count: 1, examples: ['FERRY-103'] },
    ])
    await expect(prepared.ask('PATCH', '/cases/FERRY-104', { version: 1, runsAfter: ['FERRY-103'] })).rejects.toMatchObject({
      code: 'circle',
    })
  })

  it('tells results of one file while the runner writes the next', async () => {
    const { rows } = await prepared.ask<{ rows: { id: number }[] }>('GET', '/recipes')
    const go = join(folder, 'go-on')
    // writes one file and begins the next, then waits until somebody has seen the first
    const command = `cp first.xml {results}/; printf '<testsuite' > {results}/second.xml; while [ ! -f ${go} ]; do sleep 0.2; done; cp second.xml {results}/`
    const file = (name: string) =>
      `<testsuite name="gate.test.mjs" tests="1"><testcase name="${name}" classname="gate.test.mjs" file="gate.test.mjs"/></testsuite>\n`
    writeFileSync(join(folder, 'first.xml'), file('Gate opens'))
    writeFileSync(join(folder, 'second.xml'), file('Ramp lowers'))
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only({ ...(rows[0] as object), command }))
    const { id } = await prepared.ask<StartRow>('POST', `/plans/${prepared.plan.id}/start`, {})
    const during = await until(async () => {
      const { runs, state } = await prepared.ask<StartRow>('GET', `/starts/${id}`)
      return (runs[0]?.total ?? 0) > 0 && { total: runs[0]?.total, state }
    })
    expect(during).toEqual({ total: 1, state: 'going' })
    writeFileSync(go, '')
    const start = await over(id)
    expect(start.runs).toMatchObject([{ failed: 0, total: 2 }])
    await prepared.ask('PUT', `/recipes/${rows[0]?.id ?? 0}`, only(rows[0] as object))
  })

  it('tells the forecast how long it takes by now', async () => {
    const plan = await prepared.ask<PlanDetail>('GET', `/plans/${prepared.plan.id}`)
    expect(plan.forecast).toMatchObject({ agents: [{ name: 'quay-1' }], unplaced: [] })
    expect(plan.cellForecasts).toMatchObject([{ cases: 2, tests: 2 }])
  })

  it('is started on demand where its pool is elastic, and given back when it is idle', async () => {
    const machines = await MachinesStandIn.start({ cli: CLI, url: bobbin.url, token: prepared.agentToken })
    const pool = { name: 'dock', costPerMinute: 0.02, closed: [], startUrl: `${machines.url}/start`, stopUrl: `${machines.url}/stop` }
    const { pools } = await prepared.ask<AgentList>('POST', '/pools', { ...pool, most: 1, idleMinutes: 1, confirmed: true })
    const cells = [{ environmentId: prepared.environmentId, poolId: pools[0]?.id ?? 0, parameters: {} }]
    const dto = planDto([prepared.suite.id], [], { name: 'Elastic', pipeline: 'elastic', cells })
    const { id } = await prepared.ask<PlanDetail>('POST', '/plans', dto)
    const started = await prepared.ask<StartRow>('POST', `/plans/${id}/start`, {})
    // the look of every two seconds asks for it
    const start = await over(started.id)
    expect((await partsOf(start)).rows).toMatchObject([{ state: 'done', agent: { name: 'dock-1' } }])
    await bobbin.ask(`update agent set registered_at = now() - interval '1 hour' where name = 'dock-1'`)
    await bobbin.ask(`update part set ended_at = now() - interval '1 hour' where start_id = ${start.id}`)
    await until(() => Promise.resolve(machines.names.length === 0))
    await machines.stop()
  })

  it('is refused where another agent has its name', async () => {
    const second = spawn(process.execPath, [CLI, 'agent', '--name', 'quay-1', '--folder', join(folder, 'elsewhere')], {
      env: { ...process.env, BOBBIN_URL: bobbin.url, BOBBIN_TOKEN: prepared.agentToken },
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let said = ''
    second.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()))
    const code = await new Promise((resolve) => second.once('close', resolve))
    expect(code).toBe(1)
    expect(said).toContain('Another agent is here as “quay-1”')
  })
})

/** A process that ended and that nobody asked about is there as a zombie. */
const runs = (pid: number): boolean => existsSync(`/proc/${pid}/stat`) && !/\) [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'))

/** What a recipe is changed by: what the list adds to it is left out. */
function only(recipe: object): object {
  const { id: _, scripts: __, ...rest } = recipe as { id: number; scripts: number }
  return rest
}
