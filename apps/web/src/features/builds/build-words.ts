import type { BuildList, BuildRow, BuildRun, Comparison } from '@bobbin/client'
import { count, formatDuration, formatList, formatNumber } from '../../lib/format.js'

/** `Dara Quill, 3 files`: who made a build's change, and how large it is; empty where nobody said. */
export function broughtWords({ author, changedFiles }: Pick<BuildRow, 'author' | 'changedFiles'>): string {
  return [author, changedFiles === null ? null : count(changedFiles, 'file')].filter((words) => words !== null).join(', ')
}

/** What differs by less than a quarter says nothing: machines are not that even. */
const UNUSUAL = 0.25

/** `4 min, twice as long as usual`; how long a run took against the other runs of its lane. */
export function durationWords({ durationMs, usualMs, live }: Pick<BuildRun, 'durationMs' | 'usualMs' | 'live'>): string {
  const took = formatDuration(durationMs)
  if (live || usualMs === null || usualMs === 0) return took
  const ratio = durationMs / usualMs
  if (Math.abs(ratio - 1) < UNUSUAL) return `${took}, as usual`
  return `${took}, usually ${formatDuration(usualMs)}`
}

/** In which environments the newest build has not run, and which environment has not seen a build for longest. */
export function spreadWords({ rows, environments }: Pick<BuildList, 'rows' | 'environments'>): string {
  const newest = rows[0]
  if (!newest || environments.length < 2) return ''
  const of = (row: BuildRow) => new Set(row.runs.map(({ lane }) => lane.environment))
  const ran = of(newest)
  const missing = environments.filter((name) => !ran.has(name))
  if (missing.length === 0) return `${newest.build} has run in all ${environments.length}.`
  const last = missing.map((name) => ({ name, build: rows.find((row) => of(row).has(name))?.build }))
  return `${newest.build} has run in ${ran.size} of ${environments.length}. Newest in ${formatList(last.map(({ name, build }) => `${name}: ${build}`))}.`
}

/** `4 worse, 5 better; 749 the same.` */
export function comparedWords({ counts }: Pick<Comparison, 'counts'>): string {
  const differ = [
    counts.worse > 0 ? `${formatNumber(counts.worse)} worse` : null,
    counts.better > 0 ? `${formatNumber(counts.better)} better` : null,
    counts.other > 0 ? `${formatNumber(counts.other)} otherwise different` : null,
  ].filter((words) => words !== null)
  return `${differ.length > 0 ? formatList(differ) : 'No test differs'}; ${formatNumber(counts.same)} the same.`
}
