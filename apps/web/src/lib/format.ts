export { count, formatDuration, formatList, formatNumber } from '@bobbin/core'

const exact = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'medium' })
/** The exact time in the reader's zone. */
export const formatExact = (iso: string): string => exact.format(new Date(iso))

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })

/** `just now`, `12 min ago`, `today 14:06`, `yesterday 14:06`, `Fri 20 Nov 14:06`, `20 Nov 2025`. */
export function formatRelative(iso: string, now: Date): string {
  const at = new Date(iso)
  const minutes = Math.floor((now.getTime() - at.getTime()) / 60_000)
  if (minutes >= 0 && minutes < 1) return 'just now'
  if (minutes >= 0 && minutes < 60) return `${minutes} min ago`
  const days = Math.round((startOfDay(now) - startOfDay(at)) / 86_400_000)
  if (days === 0) return `today ${clock.format(at)}`
  if (days === 1) return `yesterday ${clock.format(at)}`
  // some ICU versions put a comma behind the weekday
  return days > 0 && days < 200 ? `${day.format(at).replace(',', '')} ${clock.format(at)}` : date.format(at)
}

const startOfDay = (at: Date) => new Date(at.getFullYear(), at.getMonth(), at.getDate()).getTime()

/** The time zone of who looks, as IANA names it. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** A size in the units that people use for files: `820 B`, `14 KiB`, `2.3 MiB`, `1.1 GiB`. */
export function formatBytes(bytes: number): string {
  if (bytes < 1024) return `${bytes} B`
  const kib = bytes / 1024
  if (kib < 1024) return `${Math.round(kib)} KiB`
  const mib = kib / 1024
  return mib < 1024 ? `${mib.toFixed(1)} MiB` : `${(mib / 1024).toFixed(1)} GiB`
}
