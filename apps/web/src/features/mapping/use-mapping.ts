import type { MappingFilter } from '@bobbin/core'
import type { MappingCase, MappingRow } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { useDone, useUndo } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { useAllPages } from '../../lib/use-all-pages.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'
import type { Decided } from './blocks.js'

const PAGE_ROWS = 1000

export function useOverview() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('mapping-overview', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/mapping', { path: { project: project.slug }, signal }),
  })
}

/** Scripts that fit a filter, with all cases that they name. */
export function useMapping(only: MappingFilter | null, search: string) {
  const { project } = useSession()
  const query = { ...(only && { only }), ...(search && { search }) }
  const list = useAllPages(keyFor('mapping', project.slug, query), async (offset, signal) => {
    const page = await api.get('/projects/{project}/mapping/scripts', {
      path: { project: project.slug },
      query: { ...query, offset, limit: PAGE_ROWS },
      signal,
    })
    const cases = new Map(page.cases.map((one) => [one.key, one]))
    const namedBy = (row: MappingRow) => [...row.links, ...row.suggestions].flatMap(({ caseKey }) => cases.get(caseKey) ?? [])
    return { ...page, rows: page.rows.map((row) => ({ ...row, named: namedBy(row) })) }
  })
  const { data } = list
  const cases = useMemo(
    () => new Map((data?.rows ?? []).flatMap(({ named }) => named.map((one): [string, MappingCase] => [one.key, one]))),
    [data],
  )
  return { ...list, cases }
}

export interface LinkDecision {
  row: MappingRow
  caseKey: string
  verdict: 'accept' | 'reject'
}

/** One step that was decided here, to be taken back as one. */
interface Decision {
  /** Null where it failed, or changed nothing. */
  actId: Promise<number | null>
  scripts: number[]
}

/** Accepts and rejects; what was decided is drawn at once, and taken back where the server refuses it. */
export function useDecisions() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const undoAct = useUndo()
  const [decided, setDecided] = useState<Decided>(new Map())
  const acts = useRef<Decision[]>([])

  const forget = useCallback(
    (scripts: readonly number[]) =>
      setDecided((now) => {
        const next = new Map(now)
        for (const script of scripts) next.delete(script)
        return next
      }),
    [],
  )
  /** Also one that is still on its way. */
  const takeBack = useCallback(
    async (decision: Decision) => {
      acts.current = acts.current.filter((one) => one !== decision)
      const actId = await decision.actId
      if (actId !== null) await undoAct(actId)
      forget(decision.scripts)
    },
    [forget, undoAct],
  )
  const decide = useCallback(
    (decisions: readonly LinkDecision[]) => {
      setDecided((now) => new Map([...now, ...decisions.map(({ row, caseKey, verdict }) => [row.id, { caseKey, verdict }] as const)]))
      const scripts = decisions.map(({ row }) => row.id)
      const sent = api.post('/projects/{project}/mapping/decisions', {
        path: { project: project.slug },
        body: { decisions: decisions.map(({ row, caseKey, verdict }) => ({ script: row.id, case: caseKey, verdict })) },
      })
      const decision: Decision = {
        scripts,
        actId: sent.then(
          ({ actId }) => {
            notifyUndo(wordsOf(decisions), () => void takeBack(decision))
            void invalidate('mapping-overview', 'script')
            return actId
          },
          (error: unknown) => {
            acts.current = acts.current.filter((one) => one !== decision)
            forget(scripts)
            notifyError(messageOf(error))
            return null
          },
        ),
      }
      acts.current.push(decision)
    },
    [project.slug, invalidate, forget, takeBack],
  )
  /** Takes back the last decision that was made here. */
  const undoLast = useCallback(() => {
    const last = acts.current.at(-1)
    if (last) void takeBack(last)
    return last !== undefined
  }, [takeBack])
  return { decided, decide, undoLast }
}

function wordsOf(decisions: readonly LinkDecision[]): string {
  const [only] = decisions
  if (decisions.length === 1 && only) return only.verdict === 'accept' ? `Linked to ${only.caseKey}` : `Rejected ${only.caseKey}`
  return `Linked ${decisions.length} scripts`
}

/** Makes a case for each of some scripts in an area; those that have one stay as they are. */
export function useMakeCases() {
  const { project } = useSession()
  const refresh = useRefresh()
  const done = useDone()
  return useMutation({
    mutationFn: ({ scripts, area }: { scripts: number[]; area: string[] }) =>
      api.post('/projects/{project}/scripts/decisions', { path: { project: project.slug }, body: { scripts, decision: 'make', area } }),
    onSuccess: ({ cases, actId }) => {
      done(`Created ${count(cases, 'case')}`, actId)
      refresh()
    },
    onError: (error) => notifyError(messageOf(error)),
  })
}
