import type { ResultRow, RunDetail } from '@bobbin/client'
import { CHANGES, type Change, type Outcome } from '@bobbin/core'
import { expect, it } from 'vitest'
import { layOutRun, resultsIn } from './run-rows.js'

let id = 0
const row = (change: Change, outcome: Outcome | null, signatureId: number | null = null): ResultRow => ({
  script: { id: ++id, name: `t${id}`, classname: null, suites: [], file: null, profile: null, framework: null },
  cases: [], change, before: 'passed', outcome, durationMs: 1, attempts: 1, message: null, signatureId, oneCause: signatureId !== null,
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
  lines.map((line) => {
    if (line.kind === 'heading') return `${line.change}:${line.count}:${line.note}`
    if (line.kind === 'test') return `${line.test}:${line.count}:${line.note}:${line.open ? 'open' : 'closed'}`
    return line.kind === 'result' && line.values !== null ? `values ${line.values}` : line.kind
  })

it('opens on what changed, folds the rest, and names a common cause', () => {
  expect(kinds(layOutRun(detail, {}, { show: null, outcome: null }))).toEqual([
    'newlyFailing:2:one cause',
    'result',
    'result',
    'fixed:1:null',
    'result',
    'fold',
  ])
})

it('shows exactly the rows that a sentence counted', () => {
  expect(kinds(layOutRun(detail, {}, { show: 'fixed', outcome: null }))).toEqual(['fixed:1:null', 'result'])
  expect(kinds(layOutRun(detail, {}, { show: null, outcome: 'errored' }))).toEqual(['newlyFailing:1:null', 'result'])
})

it('folds what is not in the run behind what is unchanged, and only where there is such', () => {
  const part = { ...detail, changes: { ...detail.changes, notInRun: 19_000 } }
  const folds = (lines: ReturnType<typeof layOutRun>) => lines.flatMap((line) => (line.kind === 'fold' ? [[line.change, line.count]] : []))
  expect(folds(layOutRun(part, {}, { show: null, outcome: null }))).toEqual([
    ['unchanged', detail.changes.unchanged],
    ['notInRun', 19_000],
  ])
  expect(folds(layOutRun(detail, {}, { show: null, outcome: null }))).toHaveLength(1)
  const notInRun = { rows: [row('notInRun', null)], threads: { points: [], byScript: {} } }
  expect(kinds(layOutRun(part, { notInRun }, { show: null, outcome: null })).slice(-2)).toEqual(['fold', 'result'])
})

it('unfolds the unchanged', () => {
  const unchanged = { rows: [row('unchanged', 'passed')], threads: { points: [], byScript: {} } }
  expect(kinds(layOutRun(detail, { unchanged }, { show: null, outcome: null })).slice(-2)).toEqual(['fold', 'result'])
})

const named = (name: string, change: Change = 'newlyFailing', outcome: Outcome = 'failed'): ResultRow => {
  const one = row(change, outcome, 7)
  return { ...one, script: { ...one.script, name } }
}
const withRows = (rows: ResultRow[]) => ({ ...detail, rows, threads: { points: [], byScript: {} } })
const ALL = { show: null, outcome: null }

it('puts the rows of a data-driven test below it, where the first of them stands', () => {
  const run = withRows([named('fare[adult]'), named('gate opens'), named('fare[child]'), named('tide[low]')])
  expect(kinds(layOutRun(run, {}, ALL))).toEqual([
    'newlyFailing:4:one cause',
    'fare:2:one cause:open',
    'values adult',
    'values child',
    'result',
    'result',
    'fold',
  ])
})

it('keeps apart what only looks alike: another file, another profile, another change', () => {
  const one = named('fare[adult]')
  const other = named('fare[child]')
  const elsewhere = { ...other, script: { ...other.script, file: 'fares/other.spec.ts' } }
  const phone = { ...other, script: { ...other.script, profile: 'phone' } }
  const run = withRows([one, elsewhere, phone, named('fare[senior]', 'fixed', 'passed')])
  expect(kinds(layOutRun(run, {}, ALL)).filter((kind) => kind.startsWith('fare'))).toEqual([])
})

it('folds many rows until somebody opens them, or looks at one of them', () => {
  const rows = Array.from({ length: 40 }, (_, i) => named(`fare[zone-${i}]`))
  const run = withRows(rows)
  const closed = layOutRun(run, {}, ALL)
  expect(kinds(closed)).toEqual(['newlyFailing:40:one cause', 'fare:40:one cause:closed', 'fold'])
  expect(resultsIn(closed)).toBe(40)
  const key = closed.flatMap((line) => (line.kind === 'test' ? [line.key] : []))[0] ?? ''
  const opened = layOutRun(run, {}, ALL, { opened: new Map([[key, true]]), script: null })
  expect(opened).toHaveLength(43)
  expect(resultsIn(opened)).toBe(40)
  const looked = { opened: new Map<string, boolean>(), script: rows[39]?.script.id ?? 0 }
  expect(kinds(layOutRun(run, {}, ALL, looked)).at(-2)).toBe('values zone-39')
  expect(kinds(layOutRun(run, {}, ALL, { ...looked, opened: new Map([[key, false]]) }))).toHaveLength(3)
})

it('folds the rows of tests that did not change', () => {
  const rows = [named('fare[a]', 'unchanged', 'passed'), named('fare[b]', 'unchanged', 'passed')]
  const unchanged = { rows, threads: { points: [], byScript: {} } }
  expect(kinds(layOutRun(detail, { unchanged }, ALL)).slice(-2)).toEqual(['fold', 'fare:2:null:closed'])
})
