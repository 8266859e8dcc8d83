import { readResultFile } from '@bobbin/core'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { makeHistory } from './history.js'
import { Random } from './random.js'
import { makeSeed } from './seed.js'
import { makeSources } from './sources.js'
import { makeWorld } from './world.js'

const world = makeWorld(4127)
const history = makeHistory(world, '2026-11-22', 4127)
const build = (pipeline: string, number: number) =>
  history.find((candidate) => candidate.pipeline === pipeline && candidate.number === number)
const read = (pipeline: string, number: number) =>
  (build(pipeline, number)?.files ?? []).map((file) => readResultFile(new TextEncoder().encode(file.text)))
const results = (pipeline: string, number: number) => read(pipeline, number).flatMap((file) => file.results)
const outcomeOf = (title: string, pipeline: string, number: number) =>
  results(pipeline, number).find((result) => result.name === title)?.outcome

describe('the demo', () => {
  it('is the same for the same seed', () => {
    expect(makeHistory(makeWorld(4127), '2026-11-22', 4127)).toEqual(history)
    const random = new Random(1)
    const numbers = Array.from({ length: 1000 }, () => random.next())
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...numbers)).toBeLessThan(1)
  })

  it('has the size that was asked for, and ends on the last day', () => {
    expect(world.cases.length).toBeGreaterThanOrEqual(880)
    expect(world.scripts.length).toBeGreaterThanOrEqual(1180)
    expect(world.cases.length).toBeLessThanOrEqual(940)
    expect(world.scripts.length).toBeLessThanOrEqual(1260)
    const builds = new Set(history.map((one) => `${one.pipeline} ${one.branch} ${one.number}`))
    expect(builds.size).toBe(60)
    expect(new Set(history.map((one) => one.pipeline)).size).toBe(3)
    expect(new Set(history.map((one) => one.environment)).size).toBe(4)
    const days = (history.at(-1)!.startedAt.getTime() - history[0]!.startedAt.getTime()) / 86_400_000
    expect(days).toBeGreaterThan(80)
    expect(days).toBeLessThan(91)
    expect(history.at(-1)?.startedAt.toISOString().slice(0, 10)).toBe('2026-11-22')
  })

  it('writes files that are read without a doubt', () => {
    for (const { files } of history) {
      for (const file of files) expect(readResultFile(new TextEncoder().encode(file.text)).warnings, file.name).toEqual([])
    }
  })

  it('gives every case one number, and keys that are cases, but for the mistyped one', () => {
    const numbers = world.cases.map((row) => row.number)
    expect(new Set(numbers).size).toBe(numbers.length)
    const unknown = world.scripts.filter((script) => script.key && !numbers.includes(Number(script.key.slice(6))))
    expect(unknown.map((script) => script.key)).toEqual(['FERRY-1990'])
    const seed = makeSeed(world, 1)
    expect(
      seed.cases.every((row) => row.steps.length === 3 && row.title !== '' && seed.accounts.some((account) => account.email === row.owner)),
    ).toBe(true)
  })
})

describe('the demo tells on purpose of', () => {
  it('a regression and its one cause', () => {
    expect(outcomeOf('Vehicle deck refuses a load over the axle limit', 'fare-desk-web', 411)).toBe('passed')
    expect(outcomeOf('Vehicle deck refuses a load over the axle limit', 'fare-desk-web', 412)).toBe('failed')
  })
  it('a regression with its fix', () => {
    expect([400, 401, 411, 412].map((number) => outcomeOf('Season pass opens the gate', 'fare-desk-web', number))).toEqual([
      'passed',
      'errored',
      'errored',
      'passed',
    ])
  })
  it('flaky tests that a retry hides', () => {
    const outcomes = history
      .filter((one) => one.pipeline === 'fare-desk-web' && one.branch === 'main')
      .map((one) => outcomeOf('Scanner rejoins after tunnel', 'fare-desk-web', one.number))
    expect(outcomes.filter((outcome) => outcome === 'recovered').length).toBeGreaterThan(2)
    expect(outcomes.filter((outcome) => outcome === 'passed').length).toBeGreaterThan(10)
  })
  it('an outage: a column of errors', () => {
    const errored = (number: number) => results('nightly-full', number).filter((result) => result.outcome === 'errored').length
    expect(errored(206)).toBeGreaterThan(200)
    expect(errored(205) + errored(207)).toBe(0)
  })
  it('a renamed and a moved test that keep their keys', () => {
    const key = (title: string, number: number) => results('fare-desk-web', number).find((result) => result.name === title)?.keys
    expect(key('Coach stands over the keel line', 405)).toEqual(key('Coach is placed over the keel line', 404))
    expect(results('fare-desk-web', 400).find((result) => result.name === 'Lane A is filled from the stern')?.sourceFile).toBe(
      'deck/lane-order.spec.ts',
    )
  })
  it('a module that did not load, and a chain that falls over', () => {
    expect(read('core-services', 1188).flatMap((file) => file.faults)).toMatchObject([{ code: 'load' }])
    expect(results('core-services', 1186).filter((result) => result.outcome === 'blocked').length).toBeGreaterThan(1)
  })
  it('a test that grows slow, and one that jumps', () => {
    const ms = (title: string, number: number) => results('fare-desk-web', number).find((result) => result.name === title)?.durationMs ?? 0
    expect(ms('Car ticket names every passenger', 412) / ms('Car ticket names every passenger', 390)).toBeGreaterThan(1.8)
    expect(
      ms('Return ticket shows the price in both currencies', 407) / ms('Return ticket shows the price in both currencies', 406),
    ).toBeGreaterThan(2.5)
  })
  it('rows of a data-driven test that were mended', () => {
    const newest = Math.max(...history.filter((one) => one.pipeline === 'core-services').map((one) => one.number))
    const failing = (number: number) =>
      results('core-services', number).filter((result) => /dues_by_length\[/.test(result.name) && result.outcome === 'failed').length
    expect([failing(newest - 1), failing(newest)]).toEqual([3, 0])
    expect(results('core-services', newest).filter((result) => /dues_by_length\[/.test(result.name))).toHaveLength(8)
  })
})

it('has the sources of its tests as files: node tools/demo/dist/write-sources.js writes them', () => {
  for (const { path, text } of makeSources(world))
    expect(readFileSync(new URL(`../../../demo/tests/${path}`, import.meta.url), 'utf8'), path).toBe(text)
})
