import { formatExact, formatRelative } from '../lib/format.js'

/** A moment, relative to now, with the exact one on hover, in the reader's zone. */
export function Time({ iso }: { iso: string }) {
  return (
    <time dateTime={iso} title={formatExact(iso)}>
      {formatRelative(iso, new Date())}
    </time>
  )
}
