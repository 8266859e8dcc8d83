import type { Brief } from '@bobbin/client'
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { BriefPage } from './brief-page.js'

const lane = { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' }
const run = { id: 149, build: '412', commit: null, at: '2026-11-22T13:32:50Z', lane }
const points = ['410', '411', '412'].map((build, i) => ({ runId: i, build, at: run.at, incomplete: false, runs: 1 }))
const brief: Brief = {
  builds: 4, runs: 4, results: 1204, since: null, sinceAt: null,
  findings: [{ kind: 'newlyFailing', run, flaky: 0, count: 3, areas: ['Deck planner'], causes: 1, largest: { count: 3, oneCause: true, message: 'axle over the limit' } }, { kind: 'unlinked', count: 41, total: 388 }],
  latest: [{ ...run, failing: 3, newlyFailing: 3, totals: { total: 211, passed: 208, failed: 3, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 } }],
  areas: { lane, points, rows: [{ area: 'Deck planner', thread: '112' }] },
} // prettier-ignore

it('says what broke, in sentences whose parts lead to the rows', async () => {
  renderAt('/gullhaven/brief', <BriefPage />, { '/api/projects/gullhaven/brief': brief })
  expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('Deck planner broke in build 412. The rest passed.')
  expect(screen.getByRole('link', { name: '3 tests newly fail' }).getAttribute('href')).toBe('/gullhaven/runs/149?show=newlyFailing')
  expect(screen.getByRole('link', { name: '41 scripts have no case' }).getAttribute('href')).toBe('/gullhaven/scripts?only=unlinked')
  expect(screen.getByRole('img', { name: 'Deck planner: 2 passed, 1 failed' })).toBeTruthy()
  expect(screen.getByText(/4 builds, 4 runs, 1,204 results/)).toBeTruthy()
})

it('says what the page is for while there is nothing, with the one step that fills it', async () => {
  renderAt('/gullhaven/brief', <BriefPage />, { '/api/projects/gullhaven/brief': { ...brief, latest: [], findings: [], areas: null } })
  expect(await screen.findByText('No results here yet')).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Deliver result files' }).getAttribute('href')).toBe('/gullhaven/intake')
})
