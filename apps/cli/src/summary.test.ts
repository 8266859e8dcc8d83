import type { DeliveryReport, RunDetail } from '@bobbin/client'
import { CHANGES, type Change } from '@bobbin/core'
import { expect, it } from 'vitest'
import { markdownSummary } from './summary.js'

const totals = { total: 30, passed: 27, failed: 3, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 }
const lane = { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' }
const report = { files: [], run: { id: 149, build: '412', lane, totals, live: false, incomplete: false } } as unknown as DeliveryReport
const row = (id: number, change: Change, name: string, message: string | null = null, cases: string[] = []) => ({
  script: { id, name },
  change,
  cases,
  message,
})
const detail = (rows: ReturnType<typeof row>[], more: Partial<RunDetail> = {}) =>
  ({
    rows,
    faults: [],
    previous: { id: 1, build: '411' },
    changes: Object.fromEntries(CHANGES.map((change) => [change, rows.filter((one) => one.change === change).length])),
    ...more,
  }) as unknown as RunDetail
const summary = (rows: ReturnType<typeof row>[], more: Partial<RunDetail> = {}) =>
  markdownSummary(report, detail(rows, more), 'http://b/gullhaven')

it('names new failures first, each with its link, its cases and what it said', () => {
  const text = summary([row(3, 'fixed', 'boards'), row(1, 'newlyFailing', 'refuses a load', 'axle over\nthe limit', ['FERRY-214'])])
  expect(text.split('\n').slice(0, 3)).toEqual([
    '## [Build 412 of fare-desk-web in pier-test](http://b/gullhaven/runs/149)',
    '',
    '**1 newly failing.** 30 results: 3 failed, 27 passed. Compared with build 411.',
  ])
  expect(text).toContain('- [refuses a load](http://b/gullhaven/runs/149?script=1) (FERRY-214): axle over\n')
  expect(text.indexOf('### Newly failing: 1')).toBeLessThan(text.indexOf('### Fixed: 1'))
})

it('keeps signs that mean something in Markdown as text', () => {
  const text = summary([row(1, 'newlyFailing', 'a [link](x) <b> *all* | `code`', '<script>')])
  expect(text).toContain('[a \\[link\\](x) \\<b\\> \\*all\\* \\| \\`code\\`]')
  expect(text).toContain(': \\<script\\>')
})

it('names twenty and links to the rest', () => {
  const rows = Array.from({ length: 23 }, (_, i) => row(i, 'newlyFailing', `t${i}`))
  const text = summary(rows)
  expect(text.match(/^- \[t/gm)).toHaveLength(20)
  expect(text).toContain('- [and 3 more](http://b/gullhaven/runs/149?show=newlyFailing)')
})

it('says when nothing fails, when it is the first, when not everything ran, and when nothing was stored', () => {
  expect(summary([])).toContain('Nothing fails.')
  expect(summary([row(1, 'stillFailing', 'old')])).toContain('Nothing new fails; 1 still do.')
  expect(summary([], { previous: null })).toContain('The first build here.')
  expect(summary([], { faults: [{ subject: 'tides.py', message: 'no module\nat x' }] as never })).toContain(
    '**Incomplete**: not everything ran.\n- `tides.py`: no module\n',
  )
  const refused = {
    files: [{ name: 'a.xml', status: 'refused', error: { code: 'x', message: 'The file is empty' } }],
    run: null,
  } as unknown as DeliveryReport
  expect(markdownSummary(refused, null, '')).toBe('## No results were stored\n\n- refused `a.xml`: The file is empty\n')
})
