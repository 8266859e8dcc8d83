import type { ResultRow, RunDetail } from '@bobbin/client'
import { CHANGES, type Change, type Outcome } from '@bobbin/core'
import { expect, it } from 'vitest'
import { layOutRun } from './run-rows.js'

let id = 0
const row = (change: Change, outcome: Outcome | null, signatureId: number | null = null): ResultRow => ({
  script: { id: ++id, name: `t${id}`, classname: null, suites: [], file: null, profile: null, framework: null },
  cases: [], change, before: 'passed', outcome, durationMs: 1, attempts: 1, message: null, signatureId,
}) // prettier-ignore

const rows = [row('newlyFailing', 'failed', 7), row('newlyFailing', 'errored', 7), row('fixed', 'passed')]
const changes = Object.fromEntries(CHANGES.map((change) => [change, rows.filter((r) => r.change === change).length])) as Record<
  Change,
  number
>
const detail = {
  rows,
  changes: { ...changes, unchanged: 9 },
  threads: { points: [], byScript: { [rows[0]?.script.id ?? 0]: '112' } },
} as unknown as RunDetail
const kinds = (lines: ReturnType<typeof layOutRun>) =>
  lines.map((line) => (line.kind === 'heading' ? `${line.change}:${line.count}:${line.note}` : line.kind))

it('opens on what changed, folds the rest, and names a common cause', () => {
  expect(kinds(layOutRun(detail, null, { show: null, outcome: null }))).toEqual([
    'newlyFailing:2:one cause',
    'result',
    'result',
    'fixed:1:null',
    'result',
    'fold',
  ])
})

it('shows exactly the rows that a sentence counted', () => {
  expect(kinds(layOutRun(detail, null, { show: 'fixed', outcome: null }))).toEqual(['fixed:1:null', 'result'])
  expect(kinds(layOutRun(detail, null, { show: null, outcome: 'errored' }))).toEqual(['newlyFailing:1:null', 'result'])
})

it('unfolds the unchanged', () => {
  const unchanged = { rows: [row('unchanged', 'passed')], threads: { points: [], byScript: {} } }
  expect(kinds(layOutRun(detail, unchanged, { show: null, outcome: null })).slice(-2)).toEqual(['fold', 'result'])
})
