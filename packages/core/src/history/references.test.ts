import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { bernoulliSplit, mannWhitney, meanSplit } from './change-point.js'
import { fisherGreater, fisherLess, fisherTwoSided, type Table } from './fisher.js'
import { flipsOf, redWithoutFault, retriesOf, runsTest, runsToSee } from './flakiness.js'
import { normalTail } from './normal.js'
import { mannKendall, theilSen } from './trend.js'
import { wilson, wilsonDifference } from './wilson.js'

interface Case {
  id: string
  inputs: Record<string, unknown>
  expected: Record<string, unknown>
  stats?: Record<string, number>
  full_precision?: Record<string, number>
}

/** Values of published tables, and of SciPy 1.10.1 and R 4.2.2; each names its source in the file. */
const casesOf = (name: string, has: (one: Case) => boolean) =>
  (JSON.parse(readFileSync(new URL(`./fixtures/${name}.json`, import.meta.url), 'utf8')) as { cases: Case[] }).cases.filter(has)
/** Of the normal distribution, by two-sided confidence. */
const Z: Record<string, number> = { '0.9': 1.6448536269514722, '0.95': 1.959963984540054, '0.99': 2.5758293035489004 }
const numbers = (value: unknown) => value as number[]
const number = (value: unknown) => value as number
const near = (got: number | undefined, wanted: unknown) => expect(got).toBeCloseTo(number(wanted), 8)

describe('Wilson bounds', () => {
  it.each(casesOf('wilson', ({ expected }) => Array.isArray(expected['wilson'])))('$id', ({ inputs, expected }) => {
    const bounds = wilson(number(inputs['k']), number(inputs['n']), Z[String(inputs['confidence'])])
    const [low, high] = numbers(expected['wilson'])
    near(bounds?.low, low)
    near(bounds?.high, high)
  })

  it.each(casesOf('wilson', ({ inputs }) => inputs['method'] === 'wilson'))('of the published table: $id', ({ inputs, expected }) => {
    const bounds = wilson(number(inputs['k']), number(inputs['n']))
    expect(Math.abs((bounds?.low ?? 9) - number(expected['low']))).toBeLessThan(5.1e-5)
    expect(Math.abs((bounds?.high ?? 9) - number(expected['high']))).toBeLessThan(5.1e-5)
  })

  it.each(casesOf('wilson', ({ inputs }) => inputs['k2'] !== undefined))('of a difference: $id', ({ inputs, expected }) => {
    const bounds = wilsonDifference(number(inputs['k1']), number(inputs['n1']), number(inputs['k2']), number(inputs['n2']))
    expect(Math.abs((bounds?.low ?? 9) - number(expected['low']))).toBeLessThan(5.1e-5)
    expect(Math.abs((bounds?.high ?? 9) - number(expected['high']))).toBeLessThan(5.1e-5)
  })

  it('nothing is known of nothing', () => expect(wilson(0, 0)).toBeNull())
})

// of printed tables of the normal distribution
it.each([
  [0, 0.5],
  [1, 0.158655253931457],
  [1.959963984540054, 0.025],
  [3, 0.00134989803163009],
  [5, 2.86651571879194e-7],
])('the normal tail beyond %d', (z, p) => expect(Math.abs(normalTail(z) / p - 1)).toBeLessThan(1e-9))

describe('Fisher’s exact test', () => {
  it.each(casesOf('changepoint', ({ inputs }) => inputs['table'] !== undefined))('$id', ({ inputs, expected }) => {
    const [[a = 0, b = 0] = [], [c = 0, d = 0] = []] = inputs['table'] as number[][]
    const table: Table = [a, b, c, d]
    for (const [name, test] of Object.entries({ greater: fisherGreater, less: fisherLess, twoSided: fisherTwoSided }))
      if (expected[name] !== undefined) near(test(table), expected[name])
  })
})

describe('change points', () => {
  it.each(casesOf('changepoint', ({ inputs }) => inputs['encoding'] !== undefined && typeof inputs['encoding'] === 'string'))(
    'of outcomes: $id',
    ({ inputs, expected }) => {
      const outcomes = numbers(inputs['x']).map((x) => x === 1)
      const split = bernoulliSplit(outcomes)
      if (expected['allTiedSplits']) expect(expected['allTiedSplits']).toContain(split?.index)
      if (expected['logLikRatio'] !== undefined) near(split?.gain, expected['logLikRatio'])
    },
  )

  it.each(casesOf('changepoint', ({ expected }) => expected['allTiedSplitsL2'] !== undefined && expected['bestSSE'] !== undefined))(
    'of durations: $id',
    ({ inputs, expected }) => {
      const values = numbers(inputs['x'])
      const split = meanSplit(values)
      expect(expected['allTiedSplitsL2']).toContain(split?.index)
      expect(number(expected['totalSSE']) - (split?.gain ?? 0)).toBeCloseTo(number(expected['bestSSE']), 4)
    },
  )

  it.each(casesOf('changepoint', ({ inputs }) => inputs['y'] !== undefined))('Mann and Whitney: $id', ({ inputs, expected }) => {
    const { u, p, effect } = mannWhitney(numbers(inputs['x']), numbers(inputs['y']))
    near(u, expected['U'])
    near(p, expected['pTwoSidedAsymptoticCC'])
    near(effect, expected['commonLanguageEffect'])
  })
})

describe('trends', () => {
  it.each(casesOf('trend', ({ expected }) => expected['varS'] !== undefined))('Mann and Kendall: $id', ({ inputs, expected }) => {
    const trend = mannKendall(numbers(inputs['x']))
    near(trend?.s, expected['S'])
    near(trend?.variance, expected['varS'])
    near(trend?.z, expected['Z'])
    near(trend?.p, expected['pNormalCC'])
  })

  it.each(casesOf('trend', ({ expected }) => expected['interceptSeparate'] !== undefined))('Theil and Sen: $id', ({ inputs, expected }) => {
    const line = theilSen(numbers(inputs['y']), Array.isArray(inputs['x']) ? numbers(inputs['x']) : undefined)
    near(line?.slope, expected['slope'])
    near(line?.intercept, expected['interceptSeparate'])
  })

  it('nothing is said of one value', () => {
    expect(mannKendall([5])).toBeNull()
    expect(theilSen([5])).toBeNull()
  })
})

describe('flakiness', () => {
  const passes = (text: unknown) => [...(text as string)].map((letter) => letter === 'P' || letter === '+')

  it.each(casesOf('flakiness', ({ inputs, expected }) => inputs['outcomes'] !== undefined && expected['entropyBits'] !== undefined))(
    'flips: $id',
    ({ inputs, expected }) => {
      const flips = flipsOf(passes(inputs['outcomes']))
      expect([flips.n, flips.passes, flips.transitions, flips.longestFailRun]).toEqual(
        ['n', 'passes', 'transitions', 'longestFailRun'].map((name) => expected[name]),
      )
      if (expected['flipRate'] === null) expect(flips.flipRate).toBeNull()
      else near(flips.flipRate ?? -1, expected['flipRate'])
      near(flips.entropyBits, expected['entropyBits'])
    },
  )

  it.each(casesOf('flakiness', ({ inputs }) => inputs['builds'] !== undefined))('tries: $id', ({ inputs, expected }) => {
    const found = retriesOf((inputs['builds'] as string[]).map(passes))
    for (const [name, value] of Object.entries(found as unknown as Record<string, number>)) near(value, expected[name])
  })

  it.each(casesOf('flakiness', ({ expected }) => expected['redProbability'] !== undefined))(
    'red without a fault: $id',
    ({ inputs, expected }) =>
      near(
        redWithoutFault(number(inputs['tests']), number(inputs['failProbabilityPerAttempt']), number(inputs['maxRetries'])),
        expected['redProbability'],
      ),
  )

  it.each(casesOf('flakiness', ({ expected }) => expected['runsNeeded'] !== undefined))('runs to see it: $id', ({ inputs, expected }) =>
    expect(runsToSee(number(inputs['flakeRate']), number(inputs['confidence']))).toBe(expected['runsNeeded']),
  )

  it.each(casesOf('flakiness', ({ inputs }) => inputs['sequence'] !== undefined))('the runs test: $id', ({ inputs, expected, stats }) => {
    const found = runsTest(passes(inputs['sequence']))
    expect(found?.runs).toBe(expected['runs'])
    near(found?.mean, stats?.['mean'])
    near(found?.variance, stats?.['variance'])
    near(found?.z, stats?.['zUncorrected'])
    near(found?.p, stats?.['pNormalUncorrected'])
  })

  it('says nothing of outcomes that are all the same', () => expect(runsTest(passes('PPPPPPPPPP'))).toBeNull())
})
