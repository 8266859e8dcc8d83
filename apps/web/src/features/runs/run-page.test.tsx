import type { ResultDetail, ResultRow, RunDetail } from '@bobbin/client'
import { CHANGES, type Change } from '@bobbin/core'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { beforeAll, describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { RunPage } from './run-page.js'

beforeAll(() => {
  // happy-dom lays nothing out: give the list a height, so that rows are seen
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 700 })
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 900 })
  HTMLElement.prototype.scrollTo = () => undefined
})

const lane = { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' }
const totals = { total: 12, passed: 9, failed: 2, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 1 }
const point = (build: string, runId: number) => ({ runId, build, at: '2026-11-22T13:32:50Z', scope: null, incomplete: false, runs: 1 })
const script = (id: number, name: string) => ({
  id,
  name,
  classname: null,
  suites: [],
  file: 'deck/axle-load.spec.ts',
  profile: null,
  framework: 'playwright',
})
const row = (id: number, name: string, change: Change): ResultRow => ({
  script: script(id, name), cases: id === 1 ? ['FERRY-214'] : [], change, before: 'passed', outcome: change === 'recovered' ? 'recovered' : 'failed',
  durationMs: 1840, attempts: 1, message: 'over', signatureId: 5, oneCause: true,
}) // prettier-ignore
const detail: RunDetail = {
  deliveries: [{ id: 9, at: '2026-11-20T10:00:00Z', by: 'Runa Solberg' }],
  run: { id: 149, lane, build: '412', commit: '9f1c2ab', author: null, address: null, keep: false, forgottenAt: null, startedAt: '2026-11-22T13:32:50Z', deliveredAt: '2026-11-22T13:40:00Z', durationMs: 452_000, totals, live: false, incomplete: true, scope: null, outage: false, files: 4, changes: null, ordinal: 1, key: '', trigger: 'delivery', originRunId: null, release: null, profile: null, trial: false },
  runsOfBuild: [],
  changedFiles: null,
  previous: { id: 147, build: '410', incomplete: false },
  passedOver: [{ id: 148, build: '411', incomplete: false }],
  next: null,
  changes: { ...(Object.fromEntries(CHANGES.map((change) => [change, 0])) as Record<Change, number>), newlyFailing: 2, recovered: 1, unchanged: 9 },
  rows: [row(1, 'refuses a load', 'newlyFailing'), row(2, 'names the axle', 'newlyFailing'), row(3, 'scanner rejoins', 'recovered')],
  faults: [{ code: 'load', subject: 'test_tides.py', message: 'collection failure', stack: 'ImportError: no tides', file: 'a.xml', place: { line: 4, column: 1 } }],
  warnings: [{ file: 'a.xml', warnings: [{ code: 'duration', message: 'Duration “x” can’t be read', place: { line: 9, column: 2 }, count: 3 }] }],
  threads: { points: [point('410', 147), point('412', 149)], byScript: { 1: '12', 2: '12', 3: '17' } },
  sent: null,
} // prettier-ignore
const result: ResultDetail = {
  script: script(1, 'refuses a load'), links: [{ caseKey: 'FERRY-214', caseTitle: 'Axle limit', origin: 'declared', state: 'active' }], unknownKeys: ['FERRY-990'],
  run: { id: 149, build: '412', commit: '9f1c2ab', lane, startedAt: '2026-11-22T13:32:50Z' }, outcome: 'failed', change: 'newlyFailing',
  before: { outcome: 'passed', runId: 147, build: '410' }, failingSince: { runId: 149, build: '412' }, sameFailure: [{ scriptId: 2, name: 'names the axle' }],
  attempts: [{ ordinal: 1, outcome: 'failed', durationMs: 1840, startedAt: null, failures: [{ message: 'axle over the limit', type: null, stack: null }], reason: null, stdout: null, stderr: null, steps: [], attachments: [], properties: [], file: 'a.xml' }],
  rows: [],
  histories: [{ lane, points: [{ ...point('410', 147), outcome: 'passed', durationMs: 100 }, { ...point('412', 149), outcome: 'failed', durationMs: 120 }] }],
} // prettier-ignore

const RUN = '/api/projects/gullhaven/runs/149'
const open = (search = '', shown: ResultDetail = result, run: RunDetail = detail) => {
  const element = (
    <Routes>
      <Route path="runs/:id" element={<RunPage />} />
    </Routes>
  )
  return renderAt(`/gullhaven/runs/149${search}`, element, {
    [RUN]: run,
    [`${RUN}/results/1`]: shown,
    [`${RUN}/results`]: { rows: [{ ...row(4, 'calm', 'unchanged'), outcome: 'passed' }], threads: { points: [], byScript: { 4: '11' } } },
  })
}

describe('RunPage', () => {
  it('opens on what changed, names what it is compared with, and counts link to their rows', async () => {
    open()
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('Build 412 against 410')
    expect(screen.getByText(/Build 411 had an outage and is skipped/)).toBeTruthy()
    expect(screen.getByRole('link', { name: '2 newly failing' }).getAttribute('href')).toBe('/gullhaven/runs/149?show=newlyFailing')
    expect(screen.getByRole('heading', { name: '2 newly failing' }).parentElement?.textContent).toContain('one cause')
    expect(screen.getByText('9 tests unchanged')).toBeTruthy()
    expect(screen.getByRole('row', { name: /refuses a load/ }).textContent).toContain('FERRY-214')
    expect(screen.getByRole('row', { name: /names the axle/ }).textContent).toContain('no case')
  })

  it('shows faults first, with their place, and notes on reading folded', async () => {
    open()
    fireEvent.click(await screen.findByRole('button', { name: /test_tides.py did not load/ }))
    expect(screen.getByText('ImportError: no tides')).toBeTruthy()
    expect(screen.getByText('a.xml, line 4')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: /1 note on how the files were read/ }))
    expect(screen.getByText(/Duration “x” can’t be read, 3 times/)).toBeTruthy()
  })

  it('shows exactly the rows of a link, and the way back to all', async () => {
    const { router } = open('?show=recovered')
    await screen.findByText(/Only recovered on a later try: 1 row/)
    expect(screen.queryByRole('row', { name: /refuses a load/ })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Show all changes' }))
    await waitFor(() => expect(router.state.location.search).toBe(''))
    expect(screen.getByRole('row', { name: /refuses a load/ })).toBeTruthy()
  })

  it('unfolds what did not change', async () => {
    open()
    await screen.findByText('9 tests unchanged')
    fireEvent.keyDown(window, { key: 'u' })
    expect(await screen.findByRole('row', { name: /calm/ })).toBeTruthy()
    // keys pass over the fold
    const grid = screen.getByRole('grid')
    for (let i = 0; i < 4; i++) fireEvent.keyDown(grid, { key: 'ArrowDown' })
    await waitFor(() => expect(screen.getByRole('row', { selected: true }).textContent).toContain('calm'))
    fireEvent.click(screen.getByRole('button', { name: /9 tests unchanged/ }))
    expect(screen.queryByRole('row', { name: /calm/ })).toBeNull()
  })

  it('folds the rows of a data-driven test below it, by its button', async () => {
    const rows = ['adult', 'child', 'senior'].map((values, i) => row(10 + i, `fare[${values}]`, 'newlyFailing'))
    open('', result, { ...detail, rows })
    const head = await screen.findByRole('button', { name: /3 rows ?fare ?— deck.*one cause/ })
    expect(head.getAttribute('aria-expanded')).toBe('true')
    expect(screen.getAllByRole('row', { name: /^(?!.*fare).*(adult|child|senior)/ })).toHaveLength(3)
    fireEvent.click(head)
    expect(screen.queryByRole('row', { name: /child/ })).toBeNull()
    expect(head.getAttribute('aria-expanded')).toBe('false')
  })

  it('opens a result beside the list: message, case, history and what failed alike', async () => {
    const { router } = open()
    fireEvent.click(await screen.findByRole('row', { name: /refuses a load/ }))
    expect(router.state.location.search).toBe('?script=1')
    expect(await screen.findByText('axle over the limit')).toBeTruthy()
    const inspector = screen.getByRole('complementary', { name: 'Result' })
    expect(inspector.textContent).toContain('Failed for the first time in build 412; passed in 410; commit 9f1c2ab')
    expect(inspector.textContent).toContain('It declares FERRY-990, which no case has.')
    expect(screen.getByRole('img', { name: 'Last 2 builds: 1 passed, 1 failed' })).toBeTruthy()
    expect(screen.getByRole('link', { name: 'names the axle' }).getAttribute('href')).toBe('/gullhaven/runs/149?script=2')
    fireEvent.keyDown(window, { key: 'Escape' })
    await waitFor(() => expect(screen.queryByRole('complementary', { name: 'Result' })).toBeNull())
  })

  it('shows the rows of a data-driven test, what failed first, each leading to its result', async () => {
    const rows = (['passed', 'failed', 'passed'] as const).map((outcome, i) => ({
      scriptId: i,
      row: `adult-${i}`,
      outcome,
      durationMs: 20,
    }))
    open('?script=1', { ...result, script: script(1, 'fare[adult-1]'), rows })
    const table = await screen.findByRole('region', { name: 'Rows' })
    expect(table.textContent).toContain('3 rows of fare, 1 fails')
    expect([...table.querySelectorAll('tbody tr')].map((line) => line.textContent)).toEqual([
      'adult-10.020 s',
      'adult-00.020 s',
      'adult-20.020 s',
    ])
    expect(within(table).getByRole('link', { name: 'adult-2' }).getAttribute('href')).toBe('/gullhaven/runs/149?script=2')
    expect(within(table).queryByRole('link', { name: 'adult-1' })).toBeNull()
  })

  it('shows attempts one by one, and side by side by a key', async () => {
    const [first] = result.attempts
    const attempts = first ? [first, { ...first, ordinal: 2, outcome: 'passed' as const, failures: [], durationMs: 100 }] : []
    open('?script=1', { ...result, outcome: 'recovered', attempts })
    expect((await screen.findByRole('button', { name: /attempt 1 of 2/ })).getAttribute('aria-pressed')).toBe('true')
    expect(screen.queryByText(/Nothing to report/)).toBeNull()
    fireEvent.keyDown(window, { key: 's' })
    const group = screen.getByRole('group', { name: 'Attempts side by side' })
    expect(group.textContent).toContain('axle over the limit')
    expect(group.textContent).toContain('Nothing to report; it took 0.10 s')
    fireEvent.click(screen.getByRole('button', { name: 'Side by side' }))
    expect(screen.queryByRole('group', { name: 'Attempts side by side' })).toBeNull()
  })

  it('leads to the delivery its results came from', async () => {
    open()
    expect((await screen.findByRole('link', { name: 'delivered in 4 files' })).getAttribute('href')).toBe('/gullhaven/intake/9')
  })

  it('says so when the lens does not show this run', async () => {
    open('?branch=release%2F4.2')
    expect(await screen.findByText(/outside the lens above/)).toBeTruthy()
  })
})
