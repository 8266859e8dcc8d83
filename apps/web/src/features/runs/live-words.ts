import type { FeedRow, RunDetail } from '@bobbin/client'
import { count } from '../../lib/format.js'

/** Whether two states of a run differ in nothing but the sums that a live run is told several times a second. */
export const onlySumsDiffer = (before: RunDetail, after: RunDetail): boolean =>
  before.run.live && after.run.live && sameBut('run', before, after) && sameBut('totals', before.run, after.run)

function sameBut<T extends object>(passedOver: keyof T, one: T, other: T): boolean {
  const names = Object.keys({ ...one, ...other }) as (keyof T)[]
  return names.every((name) => name === passedOver || one[name] === other[name])
}

export interface RunProgress {
  done: number
  /** How many are to come in all; null when nobody knows. */
  of: number | null
  /** Where that is known from, in words; empty when the senders said it themselves. */
  source: string
}

/** How far a live run is: by what its senders planned, else by the last complete build before. */
export function progressOf({ run, sent }: Pick<RunDetail, 'run' | 'sent'>): RunProgress {
  const done = run.totals.total
  const feeds = sent?.feeds ?? []
  const planned = feeds.map((feed) => (feed.ended ? feed.results : feed.planned))
  if (feeds.length > 0 && planned.every((count) => count !== null)) {
    const of = planned.reduce((sum, count) => sum + count, 0)
    return { done, of: Math.max(of, done), source: '' }
  }
  const expected = sent?.expected
  return expected ? { done, of: done + expected.tests, source: `by what build ${expected.build} had` } : { done, of: null, source: '' }
}

/** `about 20 s`, `about 4 min`, `about 2 h`: an estimate has no business with more figures. */
export function roughly(ms: number): string {
  const seconds = ms / 1000
  if (seconds < 55) return `about ${Math.max(5, Math.round(seconds / 5) * 5)} s`
  const minutes = seconds / 60
  return minutes < 90 ? `about ${Math.max(1, Math.round(minutes))} min` : `about ${Math.round(minutes / 60)} h`
}

const ENDED: Record<NonNullable<FeedRow['ended']>, string> = {
  closed: 'done',
  stopped: 'stopped',
  interrupted: 'went silent',
}

/** What became of a sender, or when it was heard last. */
export function sinceWords({ ended, heardAt }: Pick<FeedRow, 'ended' | 'heardAt'>, now: number): string {
  if (ended) return ENDED[ended]
  const seconds = Math.max(0, Math.round((now - Date.parse(heardAt)) / 1000))
  if (seconds < 10) return 'sending'
  return `heard ${seconds < 60 ? `${seconds} s` : `${Math.round(seconds / 60)} min`} ago`
}

/** How the results of a run came in: in files, told live, or both. */
export function cameInWords({ run, sent }: Pick<RunDetail, 'run' | 'sent'>): string {
  const senders = sent?.feeds.length ?? 0
  const files = run.files - senders
  const parts = [
    ...(senders > 0 ? [`sent live by ${count(senders, 'sender')}`] : []),
    ...(files > 0 || senders === 0 ? [`delivered in ${count(files, 'file')}`] : []),
  ]
  return parts.join(' and ')
}

/** What became of senders that did not end by themselves; empty where all did. */
export function stoppedWords({ run, sent }: Pick<RunDetail, 'run' | 'sent'>): string {
  const stopped = sent?.feeds.filter(({ ended }) => ended === 'stopped').length ?? 0
  if (run.live || stopped === 0) return ''
  return `It was stopped by ${sent?.stopAsked?.by ?? 'hand'}.`
}
