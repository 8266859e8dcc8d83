import type { RunRow } from '@bobbin/client'
import type { Change } from '@bobbin/core'

interface Word {
  text: string
  className: string
}

/** Changes in a line of the list, in reading order; what is unchanged says nothing. */
const WORDS: readonly [change: Exclude<Change, 'unchanged'>, words: string, className: string][] = [
  ['newlyFailing', 'newly failing', 'text-failed font-semibold'],
  ['stillFailing', 'still failing', 'text-failed'],
  ['notRun', 'not run', 'text-errored'],
  ['fixed', 'fixed', 'text-passed'],
  ['recovered', 'recovered', 'text-recovered'],
  ['newlySkipped', 'newly skipped', 'text-soft'],
  ['gone', 'gone', 'text-soft'],
  ['new', 'new', 'text-soft'],
]

/**
 * What a run changed against the run before, worst first; its plain totals while nobody has counted the changes.
 * In an outage nothing can be said about single tests.
 */
export function runWords({ totals, changes, incomplete, outage }: Pick<RunRow, 'totals' | 'changes' | 'incomplete' | 'outage'>): Word[] {
  const words: Word[] = []
  if (incomplete) words.push({ text: 'incomplete', className: 'text-errored font-semibold' })
  if (outage) {
    words.push({ text: 'outage', className: 'text-errored font-semibold' })
    words.push({ text: `${totals.errored} of ${totals.total} errored`, className: 'text-errored' })
  } else if (changes) {
    for (const [change, text, className] of WORDS) if (changes[change] > 0) words.push({ text: `${changes[change]} ${text}`, className })
  } else {
    if (totals.failed > 0) words.push({ text: `${totals.failed} failed`, className: 'text-failed' })
    if (totals.errored > 0) words.push({ text: `${totals.errored} errored`, className: 'text-errored' })
    if (totals.recovered > 0) words.push({ text: `${totals.recovered} recovered`, className: 'text-recovered' })
  }
  return words
}
