import { START } from '../collector.js'
import type { FileCoverage, FileFindings } from '../result.js'
import type { WarningLog } from '../warnings.js'

/** What a coverage file said: no results, and what of the code ran. */
export function coverageFindings(format: string, coverage: FileCoverage[], warnings: WarningLog): FileFindings {
  if (coverage.length === 0) warnings.add('noTests', 'The file covers no source file', START)
  return {
    format,
    framework: null,
    startedAt: null,
    faults: [],
    warnings: warnings.list(),
    settlement: { groups: [], dropped: [], reasons: [] },
    coverage,
  }
}
