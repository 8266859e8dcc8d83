import type { Change, CoverageSummary, Fault, OutcomeTotals, Warning } from '@bobbin/core'
import type { LaneRef } from './history.js'

export interface DeliveredFile {
  name: string
  /** `passedOver`: it lay beside result files, and is none. `attached`: likewise, but one of them names it. */
  status: 'stored' | 'already' | 'refused' | 'passedOver' | 'attached'
  format: string | null
  totals: OutcomeTotals | null
  faults: Fault[]
  warnings: Warning[]
  /** Of a coverage file, which holds no results. */
  coverage: CoverageSummary | null
  /** Declared keys that no case has, with the test that declares each. */
  unknownKeys: { key: string; test: string }[]
  error: { code: string; message: string } | null
}

export interface DeliveryReport {
  deliveryId: number
  run: { id: number; build: string; lane: LaneRef; totals: OutcomeTotals; incomplete: boolean } | null
  made: { kind: 'pipeline' | 'environment' | 'build' | 'run'; name: string }[]
  notes: string[]
  files: DeliveredFile[]
  newScripts: number
  changes: Record<Change, number> | null
}

export interface DeliveryRow {
  id: number
  at: string
  by: string
  source: string
  runId: number | null
  build: string | null
  lane: LaneRef | null
  files: { name: string; status: DeliveredFile['status']; results: number; faults: number; warnings: number; error: string | null }[]
}
