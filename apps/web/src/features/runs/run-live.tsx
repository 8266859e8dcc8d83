import type { FeedRow, RunDetail } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatList, formatNumber } from '../../lib/format.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { progressOf, roughly, sinceWords } from './live-words.js'
import { useRun } from './queries.js'

/** While tests run: how far they are, who sends, and how to stop them. */
export function RunLive({ detail }: { detail: RunDetail }) {
  const { run, sent } = detail
  if (!run.live || !sent) return null
  return (
    <section aria-label="Live" className="border-b border-hairline bg-dye-wash px-5 pt-2.5 pb-3">
      <div className="flex items-start justify-between gap-4">
        <div className="min-w-0 flex-1">
          <Progress steady={detail} />
          {sent.feeds.length > 0 && <Senders feeds={sent.feeds} />}
        </div>
        {sent.feeds.length > 0 && <Stop detail={detail} />}
      </div>
    </section>
  )
}

function Progress({ steady }: { steady: RunDetail }) {
  const { project } = useSession()
  const detail = useRun(project.slug, steady.run.id).data ?? steady
  const { run, sent } = detail
  const { done, of, source } = progressOf(detail)
  const left = sent?.expected?.remainingMs ?? null
  return (
    <>
      <p>
        <strong className="font-semibold">Live</strong>: {formatNumber(done)}{' '}
        {of === null ? 'results so far' : `of ${formatNumber(of)} results`}
        {run.totals.failed + run.totals.errored > 0 && (
          <span className="text-failed"> · {formatNumber(run.totals.failed + run.totals.errored)} failing so far</span>
        )}
        {left !== null && left > 0 && <span> · {roughly(left)} left at the pace so far</span>}
        {source && <span className="text-soft">, {source}</span>}
        {sent?.shards && (
          <span className="text-soft">
            {' '}
            · {sent.shards.in.length} of {sent.shards.announced} shards are in{missing(sent.shards)}
          </span>
        )}
      </p>
      {of !== null && of > 0 && <Line share={Math.min(1, done / of)} label={`${formatNumber(done)} of ${count(of, 'result')}`} />}
    </>
  )
}

/** Which shards are waited for, while they can be named in a few words. */
function missing({ announced, in: there }: { announced: number; in: readonly number[] }): string {
  const names = Array.from({ length: announced }, (_, i) => i + 1).filter((shard) => !there.includes(shard))
  return names.length > 0 && names.length <= 6 ? `; waiting for ${formatList(names.map(String))}` : ''
}

/** The thread as far as it has run; dotted where it is still to come. */
function Line({ share, label }: { share: number; label: string }) {
  return (
    <span
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(share * 100)}
      className="mt-2 mb-1.5 flex h-[2px] max-w-[560px] items-center"
    >
      <span className="h-[2px] bg-dye" style={{ width: `${share * 100}%` }} />
      <span className="h-0 flex-1 border-t-2 border-dotted border-dye/40" />
    </span>
  )
}

const MOST_SENDERS = 8

function Senders({ feeds }: { feeds: readonly FeedRow[] }) {
  const [all, setAll] = useState(false)
  const now = useNow()
  const shown = all ? feeds : feeds.slice(0, MOST_SENDERS)
  return (
    <ul aria-label="Senders" className="mt-1 max-h-[132px] overflow-y-auto">
      {shown.map((feed) => (
        <li key={feed.id} className="flex gap-2 leading-[22px]">
          <span className="max-w-[280px] truncate" title={feed.name}>
            {feed.name}
          </span>
          {feed.framework && <span className="text-soft">{feed.framework}</span>}
          <span className="font-mono">
            {formatNumber(feed.results)}
            {feed.planned !== null && ` of ${formatNumber(feed.planned)}`}
          </span>
          <span className={feed.ended === 'interrupted' ? 'text-errored' : 'text-soft'}>{sinceWords(feed, now)}</span>
        </li>
      ))}
      {feeds.length > shown.length && (
        <li>
          <button type="button" className="link" onClick={() => setAll(true)}>
            and {count(feeds.length - shown.length, 'other')}
          </button>
        </li>
      )}
    </ul>
  )
}

/** The time, looked at often enough for “4 s ago”. */
function useNow(): number {
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [])
  return now
}

function Stop({ detail: { run, sent } }: { detail: RunDetail }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const path = { project: project.slug, id: run.id }
  const asking = useMutation({
    mutationFn: (stop: boolean) =>
      stop ? api.post('/projects/{project}/runs/{id}/stop', { path }) : api.delete('/projects/{project}/runs/{id}/stop', { path }),
    onSuccess: () => refresh(),
    onError: (error) => notifyError(messageOf(error)),
  })
  if (!sent?.stopAsked)
    return (
      <CanButton right="run" onClick={() => asking.mutate(true)} disabled={asking.isPending}>
        Stop the run
      </CanButton>
    )
  return (
    <p className="max-w-[260px] text-right">
      {sent.stopAsked.by} asked it to stop; each sender is told with its next results.{' '}
      <button type="button" className="link" disabled={asking.isPending} onClick={() => asking.mutate(false)}>
        Let it continue
      </button>
    </p>
  )
}
