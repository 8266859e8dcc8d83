import type { Brief } from '@bobbin/client'
import { headlineOf, type Part, sentenceOf } from '@bobbin/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useLens, lensQuery } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatExact, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuCheck } from '../../ui/menu.js'
import { readThread } from '../../ui/outcome-words.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'

/** The home page: what a person should know, in sentences, worst first. */
export function BriefPage() {
  const { project } = useSession()
  const [params] = useAddress()
  const span = SPANS.find(([name]) => name === params.get('since')) ?? SPANS[0]
  const look = useLastLook(project.slug)
  const looked = look.data?.before ?? null
  const waits = span[0] === 'looked' && look.isPending
  const [now] = useState(() => Date.now())
  const since = span[0] === 'looked' ? looked : span[2] === null ? null : new Date(now - span[2] * HOUR_MS).toISOString()
  const query = { ...lensQuery(useLens()), ...(since !== null && { since }) }
  const brief = useQuery({
    queryKey: keyFor('brief', project.slug, query),
    queryFn: ({ signal }) => api.get('/projects/{project}/brief', { path: { project: project.slug }, query, signal }),
    enabled: !waits,
  })
  if (brief.isPending) return <Loading what="the brief" />
  if (brief.error) return <ErrorState error={brief.error} onRetry={() => void brief.refetch()} />
  if (brief.data.latest.length === 0 && since === null) {
    return (
      <EmptyState title="No results here yet" action={<ProjectLink to="intake">Deliver result files</ProjectLink>}>
        The brief says what changed since the build before. It needs results: from a pipeline by one command, or dropped on the Intake page.
        If there are some already, the lens above may hide them.
      </EmptyState>
    )
  }
  return (
    <>
      <Findings brief={brief.data} span={span[0]} looked={looked} />
      <Side brief={brief.data} />
    </>
  )
}

const HOUR_MS = 3_600_000
/** What the brief looks back over: the newest run of each lane, since the last look, or so many hours. */
const SPANS = [
  ['newest', 'the newest builds', null],
  ['looked', 'what came since I last looked', null],
  ['day', 'the last 24 hours', 24],
  ['week', 'the last 7 days', 168],
  ['month', 'the last 30 days', 720],
] as const

/** Sentences that are shown before the others are asked for. */
const MOST = 10

interface FindingsProps {
  brief: Brief
  span: (typeof SPANS)[number][0]
  /** When who looks saw the Brief before; null where they never did. */
  looked: string | null
}

function Findings({ brief, span, looked }: FindingsProps) {
  const [params, setAddress] = useAddress()
  const all = params.get('all') === '1'
  const shown = all ? brief.findings : brief.findings.slice(0, MOST)
  return (
    <section aria-label="What changed" className="min-w-0 flex-1 overflow-y-auto px-8 pt-6 pb-10" tabIndex={0}>
      <div className="max-w-[760px]">
        <p className="text-soft">
          What changed in{' '}
          <Menu
            label="Looking back over"
            trigger={
              <button type="button" className="link">
                {SPANS.find(([name]) => name === span)?.[1]}
              </button>
            }
          >
            {SPANS.filter(([name]) => name !== 'looked' || looked !== null).map(([name, words]) => (
              <MenuCheck key={name} checked={name === span} onChange={() => setAddress({ since: name === 'newest' ? null : name })}>
                {words}
              </MenuCheck>
            ))}
          </Menu>
          {span === 'looked' && looked && (
            <>
              , <Time iso={looked} />
            </>
          )}
          {brief.since === null ? '; the last 24 hours brought ' : ': '}
          {count(brief.builds, 'build')}, {count(brief.runs, 'run')}, {count(brief.results, 'result')}.
        </p>
        <h1 className="mt-1 mb-5 text-xl text-balance">{headlineOf(brief)}</h1>
        <ul className="border-b border-hairline">
          {shown.map((finding, i) => {
            const sentence = sentenceOf(finding, formatExact)
            return (
              <li key={i} className="flex gap-3 border-t border-hairline py-3.5">
                <span className="pt-[3px]">
                  <OutcomeGlyph outcome={sentence.outcome} />
                </span>
                <div className="min-w-0">
                  <p className="text-base break-words text-pretty">
                    <Parts parts={sentence.parts} />
                  </p>
                  {sentence.detail.length > 0 && (
                    <p className="mt-1 break-words text-soft">
                      <Parts parts={sentence.detail} />
                    </p>
                  )}
                </div>
              </li>
            )
          })}
        </ul>
        {brief.findings.length > MOST && (
          <button type="button" className="link mt-3" onClick={() => setAddress({ all: all ? null : '1' }, { replace: true })}>
            {all ? 'Only the first ten' : `${brief.findings.length - MOST} more`}
          </button>
        )}
        <p className="mt-6 text-soft">
          <ProjectLink to="settings/notifications" className="link">
            Get this by mail every morning
          </ProjectLink>
        </p>
      </div>
    </section>
  )
}

/** Says that the Brief is looked at, and when it was before. */
function useLastLook(project: string) {
  return useQuery({
    queryKey: keyFor('brief-look', project),
    queryFn: () => api.post('/projects/{project}/brief/looks', { path: { project } }),
    staleTime: Infinity,
  })
}

function Parts({ parts }: { parts: Part[] }) {
  return parts.map((part, i) =>
    part.to ? (
      <ProjectLink key={i} to={part.to}>
        {part.text}
      </ProjectLink>
    ) : (
      <span key={i}>{part.text}</span>
    ),
  )
}

function Side({ brief }: { brief: Brief }) {
  const { areas } = brief
  const cell = areas ? Math.min(12, 330 / Math.max(1, areas.points.length)) : 0
  return (
    <aside
      aria-label="Current state"
      className="w-[384px] shrink-0 overflow-y-auto border-l border-hairline bg-surface px-6 pt-7 pb-8"
      tabIndex={0}
    >
      {areas && areas.rows.length > 0 && (
        <section>
          <h2 className="mb-1 text-sm">Worst of each area</h2>
          <p className="mb-3 text-soft">
            {areas.lane.pipeline} in {areas.lane.environment}, last {count(areas.points.length, 'build')}
          </p>
          <ul>
            {areas.rows.map(({ area, thread }) => (
              <li key={area} className="mb-2.5">
                <div className="truncate text-soft">{area}</div>
                <Thread outcomes={readThread(thread)} cell={cell} height={14} label={area} />
              </li>
            ))}
          </ul>
          <div className="flex justify-between font-mono text-xs text-soft">
            <span>{areas.points[0]?.build}</span>
            <span>{areas.points.at(-1)?.build}</span>
          </div>
        </section>
      )}
      <section className="mt-8">
        <h2 className="mb-2 text-sm">Newest runs</h2>
        <ul className="border-b border-hairline">
          {brief.latest.map((run) => (
            <li key={run.id} className="grid grid-cols-[72px_1fr] gap-x-3 border-t border-hairline py-2.5">
              <ProjectLink to={`runs/${run.id}`} className="link font-mono">
                {run.build}
              </ProjectLink>
              <div className="min-w-0">
                <div className="truncate">
                  {run.lane.pipeline} <span className="text-soft">in {run.lane.environment}</span>
                </div>
                <div className="text-soft">
                  {run.failing > 0 ? <span className="font-semibold text-failed">{run.failing} failing</span> : 'none failing'} of{' '}
                  {formatNumber(run.totals.total)} · <Time iso={run.at} />
                </div>
              </div>
            </li>
          ))}
        </ul>
      </section>
    </aside>
  )
}
