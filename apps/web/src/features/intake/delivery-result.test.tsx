import type { DeliveryReport } from '@bobbin/client'
import { CHANGES, type Change, type OutcomeTotals } from '@bobbin/core'
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { DeliveryResult } from './delivery-result.js'

const totals: OutcomeTotals = { total: 34, passed: 20, failed: 14, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 }
const changes = {
  ...(Object.fromEntries(CHANGES.map((change) => [change, 0])) as Record<Change, number>),
  newlyFailing: 3,
  fixed: 1,
  unchanged: 30,
}
const place = { line: 7, column: 2 }
const report: DeliveryReport = {
  deliveryId: 1,
  state: 'read',
  run: { id: 149, build: '412', lane: { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' }, totals, live: false, incomplete: true },
  made: [{ kind: 'environment', name: 'pier-test' }],
  notes: ['Build 412 was delivered before with commit aaa'],
  newScripts: 1,
  decided: { make: 0, aside: 0, ask: 0 },
  changes,
  files: [
    {
      name: 'a.xml', status: 'stored', format: 'junit-xml', totals, coverage: null, error: null,
      faults: [{ code: 'load', subject: 'crash.test.ts', message: 'could not be loaded\nmore', stack: null, place }],
      warnings: [{ code: 'duration', message: 'Duration “x” can’t be read', place, count: 3 }],
      unknownKeys: [{ key: 'FERRY-990', test: 'counts down' }],
    },
    { name: 'b.xml', status: 'refused', format: null, totals: null, faults: [], warnings: [], coverage: null, unknownKeys: [], error: { code: 'wrongRoot', message: 'The root element <html> is no known result format' } },
  ],
} // prettier-ignore

it('says what changed with links to the rows, what was made, and what each file held', async () => {
  renderAt('/gullhaven/intake', <DeliveryResult report={report} />)
  const link = await screen.findByRole('link', { name: '3 newly failing' })
  expect(link.getAttribute('href')).toBe('/gullhaven/runs/149?show=newlyFailing')
  const words = screen.getByRole('status').textContent
  for (const part of [
    'now has 34 results, and is incomplete',
    'Made: environment pier-test',
    '1 new script',
    'delivered before with commit aaa',
    'Incomplete: crash.test.ts: could not be loaded (line 7)',
    'Duration “x” can’t be read (line 7, 3 times)',
    'No case FERRY-990, which “counts down” declares',
    'The root element <html> is no known result format',
  ]) {
    expect(words).toContain(part)
  }
})

it('says so when nothing was stored', async () => {
  renderAt('/gullhaven/intake', <DeliveryResult report={{ ...report, run: null, changes: null, made: [] }} />)
  expect(await screen.findByText('Nothing was stored.')).toBeTruthy()
})
