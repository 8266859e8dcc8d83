import { expect, it } from 'vitest'
import { countOutcomes, isFailing, OUTCOMES, outcomeCode, outcomeFromCode } from '../results/outcome.js'
import { readResultFile } from './registry.js'
import { summarizeFile } from './summary.js'
import { WarningLog } from './warnings.js'

const read = (xml: string) => summarizeFile('a.xml', readResultFile(new TextEncoder().encode(xml)))

it('counts every outcome once, and all together', () => {
  const totals = countOutcomes([...OUTCOMES, 'passed'])
  expect(totals).toEqual({ total: 8, passed: 2, failed: 1, errored: 1, skipped: 1, blocked: 1, notRun: 1, recovered: 1 })
})

it('keeps the codes that are stored in databases', () => {
  expect(OUTCOMES.map(outcomeCode)).toEqual([1, 2, 3, 4, 5, 6, 7])
  expect(OUTCOMES.map((outcome) => outcomeFromCode(outcomeCode(outcome)))).toEqual([...OUTCOMES])
  expect(() => outcomeFromCode(8)).toThrow(/8 is outside 1–7/)
  expect(OUTCOMES.filter(isFailing)).toEqual(['failed', 'errored'])
})

it('prints a file as the command line promises', () => {
  const summary = read(
    '<testsuites><testsuite name="deck"><testcase classname="c" name="n [FERRY-7]" file="deck.ts" time="0.25"><flakyFailure message="dropped"/></testcase></testsuite></testsuites>',
  )
  expect(summary).toMatchInlineSnapshot(`
    {
      "faults": [],
      "file": "a.xml",
      "format": "junit-xml",
      "framework": null,
      "incomplete": false,
      "tests": [
        {
          "attempts": 2,
          "classname": "c",
          "durationMs": 250,
          "keys": [
            "FERRY-7",
          ],
          "message": "dropped",
          "name": "n [FERRY-7]",
          "outcome": "recovered",
          "profile": null,
          "sourceFile": "deck.ts",
          "suite": "deck",
        },
      ],
      "totals": {
        "blocked": 0,
        "errored": 0,
        "failed": 0,
        "notRun": 0,
        "passed": 0,
        "recovered": 1,
        "skipped": 0,
        "total": 1,
      },
      "warnings": [],
    }
  `)
})

it('joins the messages of soft failures, and gives the reason of a skip', () => {
  expect(
    read('<testsuite name="s"><testcase name="n"><failure message="a"/><failure message="b"/></testcase></testsuite>').tests[0]?.message,
  ).toBe('a\nb')
  expect(read('<testsuite name="s"><testcase name="n"><skipped message="winter"/></testcase></testsuite>').tests[0]?.message).toBe('winter')
})

it('makes one line of a thousand warnings of a kind', () => {
  const log = new WarningLog()
  for (let line = 1; line <= 1000; line++) log.add('duration', `Duration “x${line}” can't be read`, { line, column: 1 })
  expect(log.list()).toEqual([{ code: 'duration', message: "Duration “x1” can't be read", place: { line: 1, column: 1 }, count: 1000 }])
})
