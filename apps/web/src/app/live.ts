import type { Began, ChangeEvent, RunDetail, RunList, Topic } from '@bobbin/client'
import { type QueryClient, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useSession } from '../context/session.js'
import { api } from '../lib/api.js'
import { keyFor, type QueryWord, useInvalidate } from '../lib/query-keys.js'
import { openEvents } from '../lib/shared-events.js'

/** Which questions a change may answer anew, by the first word of their key. */
const TOUCHED: Record<Topic, readonly QueryWord[]> = {
  cases: [
    'requirements',
    'cases',
    'case',
    'areas',
    'case-facets',
    'case-scripts',
    'scripts',
    'script',
    'mapping',
    'mapping-overview',
    'brief',
    'run',
  ],
  scripts: ['scripts', 'script', 'mapping', 'mapping-overview', 'cases', 'case', 'case-scripts', 'brief', 'run'],
  suites: ['suites', 'suite', 'suite-threads', 'plan'],
  plans: ['plans', 'plan', 'today', 'parts', 'runs', 'releases', 'release', 'activity', 'areas-status'],
  agents: ['agents', 'recipes', 'handoffs', 'today', 'plan'],
  environments: ['environments', 'plan'],
  runs: [
    'requirements',
    'failures',
    'flaky',
    'builds',
    'build',
    'weave',
    'slow',
    'days',
    'life',
    'areas-status',
    'activity',
    'board',
    'mine-count',
    'runs',
    'run',
    'parts',
    'today',
    'brief',
    'lens',
    'scripts',
    'script',
    'case-scripts',
    'deliveries',
    'queue',
  ],
  // sums come with the news; the rest of the run is asked for less often
  live: [],
  members: ['members', 'me', 'roles'],
  teams: ['teams', 'members', 'me'],
  acts: ['acts'],
  tokens: ['tokens'],
  views: ['views'],
  sources: ['sources'],
  space: ['space'],
  project: ['me', 'rules', 'tracker'],
  failures: ['failures', 'failure', 'flaky', 'mine', 'mine-count', 'quarantine', 'mutes', 'score', 'tracker', 'brief', 'run'],
  comments: ['comments', 'mine', 'mine-count'],
  notifications: ['notification-rules', 'notification-log'],
  boards: ['boards', 'board'],
  requirements: ['requirements', 'areas-status', 'suite'],
  manual: ['assignment', 'assignments', 'to-do', 'mine', 'mine-count', 'report', 'workload', 'sign-off', 'activity', 'areas-status'],
}

/** Changes come in flocks: those of half a second are asked for at once. */
const GATHER_MS = 500

/** Sums of live runs are drawn so often at most: faster than anybody reads, and slow enough to leave a machine its work. */
const SUMS_MS = 200
/**
 * What changed in a live run, beyond its sums, is asked for so often at most; each page at a time of its own, so that a server that many
 * look at is not asked by all at once, and the less often the longer it took to answer.
 */
const LIVE_MS = 2000
const LIVE_SPREAD_MS = 1000
const LIVE_PER_ANSWER = 20

export const touchedBy = (topics: readonly Topic[]): ReadonlySet<QueryWord> => new Set(topics.flatMap((topic) => TOUCHED[topic]))

/** Keeps what is on screen up to date with what others do, by the server's events. */
export function useLive(): void {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  useEffect(() => {
    if (typeof EventSource === 'undefined') return
    const source = openEvents(api.address('/projects/{project}/events', { path: { project: project.slug } }))
    const waiting = new Set<QueryWord>()
    let timer: ReturnType<typeof setTimeout> | null = null
    const running = new Set<number>()
    let liveTimer: ReturnType<typeof setTimeout> | null = null
    let answerMs = 0
    let broken = false
    const refresh = (words: Iterable<QueryWord>) => {
      for (const word of words) waiting.add(word)
      timer ??= setTimeout(() => {
        timer = null
        void invalidate(...waiting)
        waiting.clear()
      }, GATHER_MS)
    }
    const sums = new Map<number, NonNullable<ChangeEvent['live']>>()
    let sumsTimer: ReturnType<typeof setTimeout> | null = null
    const showNewest = () => {
      for (const live of sums.values()) showSums(queries, project.slug, live)
      sumsTimer = sums.size > 0 ? setTimeout(showNewest, SUMS_MS) : null
      sums.clear()
    }
    const refreshLive = (runId: number) => {
      running.add(runId)
      liveTimer ??= setTimeout(
        () => {
          liveTimer = null
          const ids = new Set(running)
          running.clear()
          const isOld = ([word, , id]: readonly unknown[]) => word === 'runs' || (word === 'run' && ids.has(Number(id)))
          const began = performance.now()
          // an answer on its way is waited for: it is nearly as new, and asking anew each time would never end
          void queries
            .invalidateQueries({ predicate: (query) => isOld(query.queryKey) }, { cancelRefetch: false })
            .then(() => (answerMs = performance.now() - began))
        },
        LIVE_MS + Math.random() * LIVE_SPREAD_MS + LIVE_PER_ANSWER * answerMs,
      )
    }
    const everything = () => refresh(Object.values(TOUCHED).flat())
    source.addEventListener('change', (event) => {
      const { topics, subjects, live } = JSON.parse((event as MessageEvent<string>).data) as ChangeEvent
      // who did something told what it was: the log has one entry more
      if (subjects) refresh(['acts'])
      if (live) {
        sums.set(live.runId, live)
        // the first is drawn at once, what follows closely is drawn together
        if (!sumsTimer) showNewest()
        refreshLive(live.runId)
      }
      const touched = touchedBy(topics)
      if (touched.size > 0) refresh(touched)
    })
    source.addEventListener('began', (event) => {
      const { quietMs } = JSON.parse((event as MessageEvent<string>).data) as Began
      // something changed after this page may have asked for it, and before it could hear of that
      if (quietMs < performance.now()) everything()
    })
    source.addEventListener('missed', everything)
    source.addEventListener('error', () => (broken = true))
    source.addEventListener('open', () => {
      // the browser came back by itself; what happened meanwhile is unknown
      if (broken) everything()
      broken = false
    })
    return () => {
      if (timer) clearTimeout(timer)
      if (liveTimer) clearTimeout(liveTimer)
      if (sumsTimer) clearTimeout(sumsTimer)
      source.close()
    }
  }, [project.slug, queries, invalidate])
}

/** Puts the sums of a live run where they are shown, without asking the server. */
function showSums(queries: QueryClient, project: string, { runId, live, totals }: NonNullable<ChangeEvent['live']>): void {
  queries.setQueryData<RunDetail>(keyFor('run', project, runId), (detail) => detail && { ...detail, run: { ...detail.run, live, totals } })
  queries.setQueriesData<RunList>(
    { queryKey: keyFor('runs', project) },
    (list) => list && { ...list, rows: list.rows.map((row) => (row.id === runId ? { ...row, live, totals } : row)) },
  )
}
