import type { FlakyList, FlakyRow } from '@bobbin/client'
import { count, formatDuration, formatList } from '../../lib/format.js'

const percent = (share: number): string => `${share > 0 && share < 0.01 ? '< 1' : Math.round(share * 100)} %`

/** What they cost together. */
export function costWords({ rows, retryMs, redAlone }: FlakyList): string {
  if (rows.length === 0) return ''
  const parts = [
    redAlone > 0 && `${count(redAlone, 'run')} ${redAlone === 1 ? 'was' : 'were'} red because of one of them alone`,
    retryMs > 0 && `${formatDuration(retryMs)} went into tries that were made again`,
  ].filter((part) => part !== false)
  return parts.length > 0 ? `${parts.join('; ')}.` : 'Nothing was red because of one of them alone, and nothing was tried again.'
}

/** How it is known. */
export function proofWords({ steadiness, recovered, bothWays, flips, runs }: FlakyRow): string {
  if (steadiness === 'maybe') return `may be: it changed ${count(flips, 'time')} in ${count(runs, 'run')}`
  const proofs = [
    recovered > 0 && `passed only when tried again in ${count(recovered, 'run')}`,
    bothWays > 0 && `passed and failed on ${count(bothWays, 'commit')}`,
  ].filter((part) => part !== false)
  return `proven: ${proofs.join(', ')}`
}

/** How often it does not pass at first, with bounds. */
export const shareWords = ({ share, bounds }: Pick<FlakyRow, 'share' | 'bounds'>): string =>
  `${percent(share)} (${Math.round(bounds.low * 100)}–${Math.round(bounds.high * 100)})`

/** Where only, and since when. */
export function whereWords({ environments, environmentsOfRuns, since }: FlakyRow, dateOf: (iso: string) => string): string {
  const only = environments.length < environmentsOfRuns ? `only in ${formatList(environments)}` : null
  return [only, `since ${dateOf(since)}`].filter((part) => part !== null).join(' · ')
}

/** What a suite of its size would be like. */
export const suiteWords = ({ redIfAll }: FlakyRow): string =>
  `Were every test of its run like it, a build without a fault would be red ${redIfAll > 0.99 ? 'nearly always' : `in ${percent(redIfAll)} of runs`}.`

/** All that the list knows, as rows of a table with a head. */
export function flakyCsv({ rows }: FlakyList): (string | number | null)[][] {
  const columns = ['runs', 'failed', 'recovered', 'share', 'flips', 'bothWays', 'redAlone', 'retryMs', 'redIfAll', 'since'] as const
  return [
    ['test', 'file', 'cases', 'steadiness', ...columns, 'low', 'high', 'environments', 'quarantined'],
    ...rows.map((row) => [
      row.script.name,
      row.script.file,
      row.cases.join(' '),
      row.steadiness,
      ...columns.map((column) => row[column]),
      row.bounds.low,
      row.bounds.high,
      row.environments.join(' '),
      row.quarantined ? 'yes' : 'no',
    ]),
  ]
}
