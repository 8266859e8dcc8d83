import type { PaceRow, SplitRow } from '@bobbin/client'
import { formatDuration } from '../../lib/format.js'

type Pace = Pick<PaceRow, 'pace' | 'since' | 'durations'>

/** `2.1 s → 6.8 s` */
export const paceWords = ({ pace }: Pick<PaceRow, 'pace'>): string => `${formatDuration(pace.before)} → ${formatDuration(pace.after)}`

/** How sure it is: one in how many times chance does the same. */
export function sureWords(p: number): string {
  const times = 1 / Math.max(p, 1e-6)
  return times >= 1e6 ? 'by chance < 1 in a million' : `by chance 1 in ${new Intl.NumberFormat('en-GB').format(Math.round(times))}`
}

/** Since when, or how much more each build. */
export function sinceWords({ pace, since, durations }: Pace): string {
  if (pace.kind === 'jump') return `since build ${since.build}${since.commit ? `, ${since.commit.slice(0, 7)}` : ''}`
  const each = `${formatDuration(Math.abs(pace.slope))} ${pace.slope > 0 ? 'more' : 'less'} each build`
  return `creeps: ${each}, over ${durations.length} runs`
}

/** What splitting wins: how long it takes on some machines, and what sets the end to it. */
export function splitWords({ splits, longest, totalMs }: Pick<SplitRow, 'splits' | 'longest' | 'totalMs'>): string {
  // more machines than this win less than a twentieth
  const enough = splits.find(({ ms }, i) => {
    const next = splits[i + 1]
    return next === undefined || next.ms > 0.95 * ms
  })
  const words = splits
    .filter(({ machines }) => machines > 1 && machines <= (enough?.machines ?? 1))
    .map(({ machines, ms }) => `${formatDuration(ms)} on ${machines}`)
  const head = `${formatDuration(totalMs)} on one machine${words.length > 0 ? `, ${words.join(', ')}` : ''}.`
  return `${head} No split goes below ${formatDuration(longest.ms)}: ${longest.file} stays together.`
}
