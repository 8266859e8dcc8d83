import type { DeliveryRun } from '../../contract/index.js'
import { laneOf, runRow, type RunRecord } from '../../runs/index.js'

/** A run as a delivery speaks of it. */
export const deliveryRun = (record: RunRecord): DeliveryRun => ({
  id: record.id,
  build: record.build,
  lane: laneOf(record),
  totals: runRow(record).totals,
  live: record.live,
  incomplete: record.incomplete,
})
