import type { RunRow } from '@bobbin/client'
import { formatNumber } from '../../lib/format.js'
import { runWords } from './run-words.js'

/** What the run changed, worst first; the unchanged stays out. */
export function RunWords({ run }: { run: RunRow }) {
  const words = runWords(run)
  if (words.length === 0) return <span className="text-soft">nothing changed</span>
  return words.map(({ text, className }, i) => (
    <span key={text}>
      {i > 0 && ', '}
      <span className={className}>{text}</span>
    </span>
  ))
}

/** The run as one bar of cloth: what failed, errored and recovered in true proportion, at least a hair wide. */
export function RunShare({ totals }: { totals: RunRow['totals'] }) {
  const parts = [
    [totals.failed, 'bg-failed'],
    [totals.errored, 'bg-errored'],
    [totals.recovered, 'bg-recovered'],
    [totals.skipped + totals.blocked + totals.notRun, 'bg-hairline'],
    [totals.passed, 'bg-passed/70'],
  ] as const
  return (
    <span
      role="img"
      aria-label={`${formatNumber(totals.passed)} of ${formatNumber(totals.total)} passed`}
      className="flex h-[6px] gap-px overflow-hidden rounded-[1px]"
    >
      {parts.map(([value, colour]) => value > 0 && <span key={colour} className={`${colour} min-w-[2px]`} style={{ flexGrow: value }} />)}
    </span>
  )
}
