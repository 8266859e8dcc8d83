import type { ScriptHistory } from '@bobbin/client'
import { expect, it } from 'vitest'
import { newestPoint } from './newest-result.js'

const point = (runId: number, at: string, outcome: 'passed' | 'failed' | null) => ({
  runId,
  build: String(runId),
  at,
  incomplete: false,
  runs: 1,
  outcome,
  durationMs: 1,
})
const lane = (environment: string) => ({ id: 1, pipeline: 'p', branch: 'main', environment })

it('is the latest of all lanes, and passes over builds without a result', () => {
  const histories: ScriptHistory[] = [
    { lane: lane('pier-test'), points: [point(1, '2026-11-20', 'passed'), point(3, '2026-11-22', null)] },
    { lane: lane('harbour-dev'), points: [point(2, '2026-11-21', 'failed')] },
  ]
  expect(newestPoint(histories)).toMatchObject({ runId: 2, environment: 'harbour-dev', outcome: 'failed' })
  expect(newestPoint([])).toBeNull()
})
