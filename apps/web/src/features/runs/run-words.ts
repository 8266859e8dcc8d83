import type { RunRow } from '@bobbin/client'
import type { Change, FoldedChange } from '@bobbin/core'
import { formatNumber } from '../../lib/format.js'
import { CHANGE_WORDS } from './change-words.js'

interface Word {
  text: string
  className: string
}

/** Changes in a line of the list, in reading order, with their look; what is unchanged says nothing. */
const LOOKS: readonly [change: Exclude<Change, FoldedChange>, className: string][] = [
  ['newlyFailing', 'text-failed font-semibold'],
  ['stillFailing', 'text-failed'],
  ['notRun', 'text-errored'],
  ['fixed', 'text-passed'],
  ['recovered', 'text-recovered'],
  ['newlySkipped', 'text-soft'],
  ['gone', 'text-soft'],
  ['new', 'text-soft'],
]

/**
 * What a run changed against the run before, worst first; its plain totals while nobody has counted the changes.
 * In an outage nothing can be said about single tests.
 */
export function runWords({
  totals,
  changes,
  live,
  incomplete,
  outage,
}: Pick<RunRow, 'totals' | 'changes' | 'live' | 'incomplete' | 'outage'>): Word[] {
  const words: Word[] = []
  if (live) words.push({ text: `live, ${formatNumber(totals.total)} so far`, className: 'text-dye font-semibold' })
  else if (incomplete) words.push({ text: 'incomplete', className: 'text-errored font-semibold' })
  if (outage && !live) {
    words.push({ text: 'outage', className: 'text-errored font-semibold' })
    words.push({ text: `${formatNumber(totals.errored)} of ${formatNumber(totals.total)} errored`, className: 'text-errored' })
  } else if (changes) {
    for (const [change, className] of LOOKS) {
      const { words: long, short } = CHANGE_WORDS[change]
      if (changes[change] > 0 && !(live && change === 'notRun'))
        words.push({ text: `${formatNumber(changes[change])} ${short ?? long}`, className })
    }
  } else {
    if (totals.failed > 0) words.push({ text: `${formatNumber(totals.failed)} failed`, className: 'text-failed' })
    if (totals.errored > 0) words.push({ text: `${formatNumber(totals.errored)} errored`, className: 'text-errored' })
    if (totals.recovered > 0) words.push({ text: `${formatNumber(totals.recovered)} recovered`, className: 'text-recovered' })
  }
  return words
}
