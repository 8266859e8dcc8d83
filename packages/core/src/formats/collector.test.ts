import { expect, it } from 'vitest'
import { ResultCollector } from './collector.js'
import { MOST_FAULTS } from './fault-log.js'
import { readResultFile } from './registry.js'
import { WarningLog } from './warnings.js'

const collected = (count: number) => {
  const collector = new ResultCollector('x', () => undefined, new WarningLog())
  for (let i = 0; i < count; i++)
    collector.fault({ code: 'hook', subject: `set-up ${i}`, message: 'no', place: { line: i + 1, column: 1 } })
  return collector.finish(null).faults
}

it('keeps every fault of a file that has no more than anybody reads', () => {
  expect(collected(MOST_FAULTS).map(({ subject }) => subject)).toEqual(Array.from({ length: MOST_FAULTS }, (_, i) => `set-up ${i}`))
})

it('counts those beyond, from the first of them on', () => {
  const faults = collected(MOST_FAULTS + 3)
  expect(faults).toHaveLength(MOST_FAULTS + 1)
  expect(faults.at(-1)).toEqual({
    code: 'hook',
    subject: 'further faults',
    message: '3 more like the 500 before are in the file',
    stack: null,
    place: { line: 501, column: 1 },
  })
})

it('holds for JUnit files too, and a suite whose fault is told still explains its own count', () => {
  const suites = Array.from(
    { length: MOST_FAULTS + 2 },
    (_, i) => `<testsuite name="s${i}" failures="0" errors="1"><error message="no"/></testsuite>`,
  )
  const { faults } = readResultFile(new TextEncoder().encode(`<testsuites>${suites.join('')}</testsuites>`))
  expect(faults).toHaveLength(MOST_FAULTS + 1)
  expect(faults.slice(0, MOST_FAULTS).map(({ code, subject }) => [code, subject])).toEqual(
    Array.from({ length: MOST_FAULTS }, (_, i) => ['suite', `s${i}`]),
  )
  expect(faults.at(-1)).toMatchObject({ code: 'suite', subject: 'further faults', message: '2 more like the 500 before are in the file' })
})
