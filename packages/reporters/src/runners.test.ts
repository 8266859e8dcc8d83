import { readResultFile, scriptIdentity, type TestResult, type TestStep, testResultOf } from '@bobbin/core'
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { FeedServer } from './testing/feed-server.js'

/**
 * Real runners with our reporter beside their own: what is told live must be what the runner's own report says, test by test, and the
 * same script. The reports are read by the core, which is checked with the same runners' files elsewhere.
 */
const ROOT = join(__dirname, '../../..')
const FIXTURES = join(ROOT, 'packages/reporters/fixtures')
const bin = (name: string) => join(ROOT, 'node_modules/.bin', name)

let server: FeedServer
beforeAll(async () => {
  server = await FeedServer.start()
})
afterAll(() => server.stop())
beforeEach(() => server.forget())

async function run(cwd: string, program: string, args: string[], env: Record<string, string> = {}) {
  const report = join(mkdtempSync(join(tmpdir(), 'bobbin-runner-')), 'report')
  const output = mkdtempSync(join(tmpdir(), 'bobbin-output-'))
  const { PATH = '', HOME = '' } = process.env
  const all = { PATH, HOME, NO_COLOR: '1', REPORT: report, OUTPUT: output, ...server.env, ...env }
  const child = spawn(
    program,
    args.map((arg) => arg.replace('REPORT', report)),
    { cwd: join(FIXTURES, cwd), env: all },
  )
  let said = ''
  let printed = ''
  child.stdout.on('data', (piece: Buffer) => (printed += piece.toString()))
  child.stderr.on('data', (piece: Buffer) => (said += piece.toString()))
  await new Promise((resolve) => child.once('close', resolve))
  return { said, printed, report: () => readFileSync(report) }
}

interface Told {
  script: string
  outcomes: string[]
  steps: unknown[]
  output: (string | null)[]
}

/** What a step is and came to, with those inside it. */
const wordsOf = (steps: readonly TestStep[]): unknown[] =>
  steps.map(({ keyword, text, outcome, message, steps: inner }) => [keyword, text, outcome, message, wordsOf(inner)])

/** Scripts with the outcomes and steps of their tries, in the order of their names. */
function scripts(results: readonly TestResult[]): Told[] {
  const told = new Map<string, Told>()
  for (const result of results) {
    const script = scriptIdentity(result)
    const one = told.get(script) ?? { script, outcomes: [], steps: [], output: [] }
    one.outcomes.push(...result.attempts.map(({ outcome }) => outcome))
    one.output.push(...result.attempts.map(({ stdout }) => stdout))
    one.steps.push(...result.attempts.map(({ steps }) => wordsOf(steps)))
    told.set(script, one)
  }
  return [...told.values()].sort((a, b) => a.script.localeCompare(b.script))
}
const live = () => scripts(server.results.map(testResultOf))
const fromReport = (bytes: Buffer) => scripts(readResultFile(bytes).results)
const byName = (name: string) => server.results.filter((result) => result.name === name)

describe('a reporter tells what the report of its runner says', () => {
  it('node:test', async () => {
    const { report, said } = await run('node-test', process.execPath, [
      '--test', '--test-reporter=@bobbin/reporters/node-test', '--test-reporter-destination=stdout',
      '--test-reporter=junit', '--test-reporter-destination=REPORT', 'deck.test.mjs',
    ]) // prettier-ignore
    expect(said).toBe('')
    expect(live()).toEqual(fromReport(report()))
    expect(byName('refuses a heavy lorry')).toMatchObject([{ suites: ['Deck planner', 'axles'], failures: [{ type: 'AssertionError' }] }])
    expect(byName('asks the harbour')).toMatchObject([{ outcome: 'skipped', reason: 'harbour is closed' }])
    expect(server.closed).toEqual([{ batches: server.batches, ended: 'closed' }])
  })

  it('Vitest', async () => {
    const { report, said } = await run('vitest', bin('vitest'), ['run'])
    expect(said).not.toContain('bobbin')
    const relative = join(FIXTURES, 'vitest')
    expect(live()).toEqual(fromReport(Buffer.from(report().toString().replaceAll(`${relative}/`, ''))))
    expect(byName('refuses a heavy lorry')[0]?.failures?.[0]).toMatchObject({
      type: 'AssertionError',
      message: expect.stringContaining('7500') as string,
    })
    expect(byName('scans on the second try').map(({ outcome }) => outcome)).toEqual(['failed', 'passed'])
    expect(server.closed).toHaveLength(1)
  })

  it('Jest', async () => {
    const { report, said } = await run('jest', bin('jest'), ['--json', '--outputFile=REPORT', '--config', 'jest.config.cjs'])
    expect(said).not.toContain('bobbin:')
    expect(live()).toEqual(fromReport(report()))
    expect(byName('refuses a heavy lorry')[0]?.failures?.[0]?.message).toMatch(/^expect\(received\)\.toBe\(expected\)/)
    expect(server.closed).toHaveLength(1)
  })

  it('Mocha', async () => {
    const args = ['deck.cjs', '--reporter']
    const own = await run('mocha', bin('mocha'), [...args, 'json', '--reporter-option', 'output=REPORT'])
    const { said, printed } = await run('mocha', bin('mocha'), [
      ...args,
      '@bobbin/reporters/mocha',
      '--reporter-option',
      'print=dot',
      '--exit',
    ])
    expect(said).toBe('')
    expect(printed).toContain('2 passing')
    expect(live()).toEqual(fromReport(own.report()))
    expect(server.opened).toMatchObject({ planned: 4, framework: 'mocha', pipeline: 'fare-desk-web', shard: 2, shards: 3 })
    expect(server.closed).toHaveLength(1)
  })

  it('Playwright', async () => {
    const { report, said } = await run('playwright', bin('playwright'), ['test', '--config', 'playwright.config.cjs'])
    expect(said).not.toContain('bobbin')
    expect(live()).toEqual(fromReport(report()))
    expect(byName('boards a light van')).toMatchObject([{ profile: 'kiosk', properties: [{ name: 'tag', value: 'smoke' }] }])
    expect(byName('weighs each axle')[0]?.steps).toMatchObject([
      { level: 0, text: 'drive onto the scale', outcome: 'failed' },
      { level: 1, text: 'front axle', outcome: 'passed' },
      { level: 1, text: 'rear axle', outcome: 'failed', message: expect.stringContaining('6800') as string },
    ])
    // what is small comes with the failure; the film comes with the report
    const attachments = byName('shows the ticket')[0]?.attachments ?? []
    const text = Buffer.from('Gullhaven – Skerries').toString('base64')
    expect(attachments).toContainEqual({ name: 'ticket', mediaType: 'text/plain', content: { text, encoding: 'base64' } })
    expect(attachments.map(({ name }) => name)).not.toContain('film')
    expect(server.opened).toMatchObject({ planned: 7 })
  })

  it('Cucumber', async () => {
    const { report, said } = await run('cucumber', bin('cucumber-js'), [
      '--require', 'steps/deck.cjs', '--format', 'message:REPORT', '--format', '@bobbin/reporters/cucumber', 'features/deck.feature',
    ]) // prettier-ignore
    expect(said).not.toContain('bobbin')
    expect(live()).toEqual(fromReport(report()))
    expect(byName('Lane for raft')).toMatchObject([{ outcome: 'errored', failures: [{ message: 'Step is undefined: a raft of 10 kg' }] }])
    const [lorry] = byName('Refuses a heavy lorry')
    expect(lorry).toMatchObject({ stdout: 'weighed at the gate\n', attachments: [{ name: 'attachment 1', mediaType: 'image/png' }] })
    expect(byName('Lane for raft')[0]?.steps?.[0]).toMatchObject({ keyword: 'Given', text: 'a raft of 10 kg', outcome: 'errored' })
  })
})

describe('a file that does not load is told as a fault', () => {
  it.each([
    ['node:test', () => run('broken', process.execPath, ['--test', '--test-reporter=@bobbin/reporters/node-test', 'broken.test.mjs'])],
    ['Vitest', () => run('broken', bin('vitest'), ['run', '--reporter=@bobbin/reporters/vitest', 'broken.test.mjs'])],
    ['Jest', () => run('broken', bin('jest'), ['--reporters=@bobbin/reporters/jest', '--testMatch=**/broken.spec.cjs', '--rootDir=.'])],
    ['Playwright', () => run('broken', bin('playwright'), ['test', '--reporter=@bobbin/reporters/playwright', 'broken.spec.cjs'])],
  ])('by %s', async (_, start) => {
    await start()
    expect(server.results).toEqual([])
    expect(server.faults[0]).toMatchObject({ code: 'load', subject: expect.stringContaining('broken') as string })
    expect(server.closed).toHaveLength(1)
  })

  it('and so is a failing hook by Mocha', async () => {
    await run('mocha', bin('mocha'), ['hook.cjs', '--reporter', '@bobbin/reporters/mocha'])
    expect(server.faults).toMatchObject([
      { code: 'hook', subject: expect.stringContaining('"before all" hook') as string, message: 'no tide table' },
    ])
  })
})

describe('a reporter never gets in the way', () => {
  const mocha = (env: Record<string, string>) =>
    run('mocha', bin('mocha'), ['deck.cjs', '--reporter', '@bobbin/reporters/mocha', '--reporter-option', 'print=dot'], env)

  it('says nothing where nobody asked for it', async () => {
    const { said, printed } = await mocha({ BOBBIN_URL: '', BOBBIN_TOKEN: '' })
    expect([said, server.results.length]).toEqual(['', 0])
    expect(printed).toContain('2 passing')
  })

  it('says what is missing, in one line', async () => {
    const { said } = await mocha({ BOBBIN_ENVIRONMENT: '', BOBBIN_BUILD: '' })
    expect(said).toBe('bobbin: results are not sent live: BOBBIN_BUILD, BOBBIN_ENVIRONMENT are not set\n')
  })

  it('puts aside what a server that is away did not take, and sends it with the next run', async () => {
    const BOBBIN_WAITING = join(mkdtempSync(join(tmpdir(), 'bobbin-waiting-')), 'waiting')
    const { said, printed } = await mocha({ BOBBIN_URL: 'http://127.0.0.1:9', BOBBIN_PATIENCE_MS: '300', BOBBIN_WAITING })
    expect(printed).toContain('2 passing')
    expect(said).toContain('is sent with the next run')
    expect(server.results).toHaveLength(0)
    await mocha({ BOBBIN_WAITING })
    expect(server.feeds).toBe(2)
    expect(server.closed).toHaveLength(2)
    expect(byName('boards a light van')).toHaveLength(2)
    await mocha({ BOBBIN_WAITING })
    expect(server.feeds).toBe(3)
  })

  it('goes on when the server fails now and then, and sends nothing twice', async () => {
    server.failEvery = 2
    await mocha({})
    expect(byName('boards a light van')).toHaveLength(1)
    expect(server.closed).toHaveLength(1)
  })

  it('tells a runner that can stop to stop when somebody asked for it', async () => {
    server.stop_ = true
    const { said } = await run('mocha', bin('mocha'), ['endless.cjs', '--reporter', '@bobbin/reporters/mocha'])
    expect(said).toContain('asked to stop')
    expect(server.closed).toMatchObject([{ ended: 'stopped' }])
    expect(server.results.length).toBeLessThan(1000)
  })

  it('says so once when it is refused, and the tests go on', async () => {
    const { said, printed } = await mocha({ BOBBIN_TOKEN: 'wrong' })
    expect(said).toBe('bobbin: results are not sent any more: Sign in first\n')
    expect(printed).toContain('2 passing')
  })
})
