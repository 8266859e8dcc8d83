import type { ChangeEvent, Topic } from '@bobbin/client'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useSession } from '../context/session.js'
import { api } from '../lib/api.js'

/** Which questions a change may answer anew, by the first word of their key. */
const TOUCHED: Record<Topic, readonly string[]> = {
  cases: ['cases', 'case', 'areas', 'case-facets', 'case-scripts', 'scripts', 'script', 'brief', 'run'],
  scripts: ['scripts', 'script', 'cases', 'case', 'case-scripts', 'brief', 'run'],
  runs: ['runs', 'run', 'brief', 'lens', 'scripts', 'script', 'case-scripts', 'deliveries'],
  members: ['members', 'me'],
  tokens: ['tokens'],
  views: ['views'],
  project: ['me'],
}

/** Changes come in flocks: those of half a second are asked for at once. */
const GATHER_MS = 500

export const touchedBy = (topics: readonly Topic[]): ReadonlySet<string> => new Set(topics.flatMap((topic) => TOUCHED[topic]))

/** Keeps what is on screen up to date with what others do, by the server's events. */
export function useLive(): void {
  const { project } = useSession()
  const queries = useQueryClient()
  useEffect(() => {
    if (typeof EventSource === 'undefined') return
    const source = new EventSource(api.address('/projects/{project}/events', { path: { project: project.slug } }))
    const waiting = new Set<string>()
    let timer: ReturnType<typeof setTimeout> | null = null
    let broken = false
    const refresh = (words: Iterable<string>) => {
      for (const word of words) waiting.add(word)
      timer ??= setTimeout(() => {
        timer = null
        const touched = new Set(waiting)
        waiting.clear()
        void queries.invalidateQueries({ predicate: (query) => touched.has(String(query.queryKey[0])) })
      }, GATHER_MS)
    }
    const everything = () => refresh(Object.values(TOUCHED).flat())
    source.addEventListener('change', (event: MessageEvent<string>) => refresh(touchedBy((JSON.parse(event.data) as ChangeEvent).topics)))
    source.addEventListener('missed', everything)
    source.addEventListener('error', () => (broken = true))
    source.addEventListener('open', () => {
      // the browser came back by itself; what happened meanwhile is unknown
      if (broken) everything()
      broken = false
    })
    return () => {
      if (timer) clearTimeout(timer)
      source.close()
    }
  }, [project.slug, queries])
}
