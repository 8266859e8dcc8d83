import type { Brief } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useLens, lensQuery } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber } from '../../lib/format.js'
import { readThread } from '../../ui/outcome-words.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { headlineOf, sentenceOf, type Part } from './sentences.js'

/** The home page: what a person should know, in sentences, worst first. */
export function BriefPage() {
  const { project } = useSession()
  const query = lensQuery(useLens())
  const brief = useQuery({
    queryKey: ['brief', project.slug, query],
    queryFn: ({ signal }) => api.get('/projects/{project}/brief', { path: { project: project.slug }, query, signal }),
  })
  if (brief.isPending) return <Loading what="the brief" />
  if (brief.error) return <ErrorState error={brief.error} onRetry={() => void brief.refetch()} />
  if (brief.data.latest.length === 0) {
    return (
      <EmptyState title="No results here yet" action={<ProjectLink to="intake">Deliver result files</ProjectLink>}>
        The brief says what changed since the build before. It needs results: from a pipeline by one command, or dropped on the Intake page.
        If there are some already, the lens above may hide them.
      </EmptyState>
    )
  }
  return (
    <>
      <Findings brief={brief.data} />
      <Side brief={brief.data} />
    </>
  )
}

function Findings({ brief }: { brief: Brief }) {
  return (
    <section aria-label="What changed" className="min-w-0 flex-1 overflow-y-auto px-8 pt-6 pb-10" tabIndex={0}>
      <div className="max-w-[760px]">
        <p className="text-soft">
          Last 24 hours of results — {count(brief.builds, 'build')}, {count(brief.runs, 'run')}, {count(brief.results, 'result')}
        </p>
        <h1 className="mt-1 mb-5 text-xl text-balance">{headlineOf(brief)}</h1>
        <ul className="border-b border-hairline">
          {brief.findings.map((finding, i) => {
            const sentence = sentenceOf(finding)
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
      </div>
    </section>
  )
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
