import { readdirSync, readFileSync, statSync } from 'node:fs'
import { expect, it } from 'vitest'
import { countOutcomes } from '../results/outcome.js'
import { ResultFileStream } from './registry.js'
import type { TestResult } from './result.js'
import { settleResults } from './settlement.js'
import { TotalsCounter } from './totals.js'

const SAMPLES = new URL('./samples/', import.meta.url)
const files = (readdirSync(SAMPLES, { recursive: true }) as string[]).filter(
  (name) => !name.endsWith('.expected.json') && statSync(new URL(name, SAMPLES)).isFile(),
)

it.each(files)('%s is counted alike while it streams and when it is settled', (name) => {
  const results: TestResult[] = []
  const counter = new TotalsCounter()
  const stream = new ResultFileStream((result) => {
    results.push(result)
    counter.add(result.outcome)
  })
  stream.write(readFileSync(new URL(name, SAMPLES)))
  const { settlement } = stream.end()
  expect(counter.settled(settlement)).toEqual(countOutcomes(settleResults(results, settlement).map((result) => result.outcome)))
})
