import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { failedInPlaywright, failedInVitest, MOST_RECOVERED, tryAgain } from './again.mjs'

describe('failed tests', () => {
  it('are found in what Vitest writes, and each is run alone', () => {
    const folder = mkdtempSync(join(tmpdir(), 'bobbin-again-'))
    const bin = new URL('../../node_modules/vitest/vitest.mjs', import.meta.url).pathname
    const run = (...args: string[]) =>
      spawnSync(process.execPath, [
        bin,
        'run',
        '--root',
        folder,
        '--globals',
        '--reporter=json',
        `--outputFile=${folder}/report.json`,
        ...args,
      ])
    const report = () => JSON.parse(readFileSync(join(folder, 'report.json'), 'utf8')) as { numPassedTests: number; numFailedTests: number }
    writeFileSync(
      join(folder, 'gate.test.js'),
      `describe('a gate (1)', () => { it('opens [a]', () => {}); it('shuts', () => { throw new Error('no') }); it('shuts twice', () => {}) })`,
    )
    writeFileSync(join(folder, 'broken.test.js'), `throw new Error('not even read')`)
    expect(run().status).toBe(1)
    const failed = failedInVitest(report())
    expect(failed.map(({ name }) => name.replace(/.*\//, '')).sort()).toEqual(['a gate (1) shuts', 'broken.test.js'])
    expect(failed.map(({ said }) => said).join()).toMatch(/Error: no[^]*not even read|not even read[^]*Error: no/)
    run(...(failed.find(({ name }) => name.endsWith('shuts'))?.args ?? []))
    expect(report()).toMatchObject({ numPassedTests: 0, numFailedTests: 1 })
    rmSync(folder, { recursive: true })
  })

  it('are found in what Playwright writes', () => {
    const spec = (title: string, status: string) => ({
      title,
      file: 'read.spec.ts',
      line: 7,
      tests: [{ status, projectName: 'journeys', results: [{ errors: [{ message: '\u001b[31mtoo late\u001b[39m' }] }] }],
    })
    const report = { suites: [{ specs: [spec('good', 'expected')], suites: [{ specs: [spec('bad', 'unexpected')] }] }] }
    expect(failedInPlaywright(report)).toEqual([
      { name: 'bad', file: 'read.spec.ts', said: 'read.spec.ts:7\ntoo late', args: ['read.spec.ts:7', '--project', 'journeys'] },
    ])
  })

  it('are tried once, and not at all where they are many', async () => {
    const tried: string[][] = []
    const alone = (args: string[]) => Promise.resolve(tried.push(args) === 1)
    const failed = (count: number) =>
      Array.from({ length: count }, (_, i) => ({ name: `test ${i}`, file: 'a', said: '', args: [String(i)] }))
    expect(await tryAgain(failed(2), alone)).toEqual(['test 0'])
    expect(await tryAgain(failed(MOST_RECOVERED + 1), alone)).toEqual([])
    expect(tried).toEqual([['0'], ['1']])
  })
})
