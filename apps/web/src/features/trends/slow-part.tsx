import type { PaceRow, SlowList, SlowRow, SplitRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration, formatExact, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { Sparkline } from '../../ui/sparkline.js'
import { ErrorState, Loading } from '../../ui/states.js'
import { paceWords, sinceWords, splitWords, sureWords } from './pace-words.js'

const SHOWN = 25

/** What takes longer than before, what takes longest, and what splitting would win. */
export function SlowPart() {
  const { project } = useSession()
  const lens = useLens()
  const slow = useQuery({
    queryKey: keyFor('slow', project.slug, lens),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/trends/slow', { path: { project: project.slug }, query: lensQuery(lens), signal }),
  })
  if (slow.isPending) return <Loading what="the durations" />
  if (slow.error) return <ErrorState error={slow.error} onRetry={() => void slow.refetch()} />
  const { changed, slowest, splits, looked } = slow.data
  const slower = changed.filter(({ costMs }) => costMs > 0)
  const faster = changed.filter(({ costMs }) => costMs < 0)
  const cost = slower.reduce((sum, { costMs }) => sum + costMs, 0)
  return (
    <section aria-label="Slow tests" className="min-w-0 flex-1 overflow-y-auto px-5 pt-4 pb-8" tabIndex={0}>
      <div className="flex items-baseline gap-4">
        <h1 className="text-xl">{slower.length === 0 ? 'Nothing got slower' : `${count(slower.length, 'test')} got slower`}</h1>
        <button type="button" className="link ml-auto" onClick={() => saveFile('slow.csv', csvFile(slow.data))}>
          CSV
        </button>
      </div>
      <p className="mt-1">
        {slower.length > 0 && `Together ${formatDuration(cost)} more in each run. `}
        <span className="text-soft">
          {looked === 0
            ? 'No test has passed in eight runs of one lane yet, which it takes to tell.'
            : `Looked at ${formatNumber(looked)} tests with enough runs, lane by lane; runs in which they passed.`}
        </span>
      </p>
      {slower.length > 0 && <Paces title="Slower" rows={slower} />}
      {faster.length > 0 && <Paces title="Faster" rows={faster} />}
      {slowest.length > 0 && <Slowest rows={slowest} />}
      {splits.length > 0 && <Splits rows={splits} />}
    </section>
  )
}

function Paces({ title, rows }: { title: string; rows: readonly PaceRow[] }) {
  return (
    <section aria-label={title} className="mt-6">
      <h2 className="mb-1 text-sm font-semibold">{title} since</h2>
      <ul>
        {rows.slice(0, SHOWN).map((row) => (
          <li key={`${row.script.id}-${row.lane.id}`} className="flex items-center gap-5 border-t border-hairline py-2">
            <div className="min-w-0 flex-1">
              <p className="truncate font-semibold">
                <ProjectLink to={`tests/${row.script.id}`} className="hover:underline">
                  {row.script.name}
                </ProjectLink>
              </p>
              <p className="truncate text-soft">
                <ProjectLink to={`runs/${row.since.runId}?script=${row.script.id}`} className="link">
                  {sinceWords(row)}
                </ProjectLink>
                {row.pace.kind === 'jump' && row.since.author && `, ${row.since.author}`} · {row.lane.pipeline}, {row.lane.environment}
              </p>
            </div>
            <Sparkline
              values={row.durations}
              mark={row.pace.kind === 'jump' ? row.pace.index : null}
              label={`Durations of ${row.durations.length} runs, ${paceWords(row)}`}
            />
            <div className="w-[210px] shrink-0 tabular-nums">
              <p>{paceWords(row)}</p>
              <p className="text-soft">{sureWords(row.pace.p)}</p>
            </div>
          </li>
        ))}
      </ul>
      {rows.length > SHOWN && <p className="mt-1 text-soft">and {rows.length - SHOWN} more, in the CSV</p>}
    </section>
  )
}

function Slowest({ rows }: { rows: readonly SlowRow[] }) {
  return (
    <section aria-label="Slowest" className="mt-7">
      <h2 className="mb-1 text-sm font-semibold">Slowest</h2>
      <table className="w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">test</th>
            <th className="py-1 font-normal">where</th>
            <th className="py-1 text-right font-normal">mean</th>
            <th className="py-1 text-right font-normal">of all its lane’s time</th>
            <th className="py-1 text-right font-normal">runs</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN).map((row) => (
            <tr key={`${row.script.id}-${row.lane.id}`} className="border-t border-hairline">
              <td className="max-w-0 w-[46%] truncate py-1.5 pr-4" title={row.script.name}>
                <ProjectLink to={`tests/${row.script.id}`} className="hover:underline">
                  {row.script.name}
                </ProjectLink>
              </td>
              <td className="truncate py-1.5 pr-4 text-soft">
                {row.lane.pipeline}, {row.lane.environment}
              </td>
              <td className="py-1.5 text-right tabular-nums">{formatDuration(row.meanMs)}</td>
              <td className="py-1.5 text-right tabular-nums">{(row.share * 100).toFixed(1)} %</td>
              <td className="py-1.5 text-right tabular-nums">{row.runs}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Splits({ rows }: { rows: readonly SplitRow[] }) {
  return (
    <section aria-label="What splitting would win" className="mt-7">
      <h2 className="mb-1 text-sm font-semibold">What splitting would win</h2>
      <ul>
        {rows.map((row) => (
          <li key={row.lane.id} className="border-t border-hairline py-2">
            <p>
              <ProjectLink to={`runs/${row.runId}`} className="link">
                {row.lane.pipeline} {row.build}
              </ProjectLink>{' '}
              in {row.lane.environment}: {splitWords(row)}
            </p>
            <p className="text-soft">
              Its slowest test:{' '}
              <ProjectLink to={`tests/${row.longest.script.id}`} className="hover:underline">
                {row.longest.script.name}
              </ProjectLink>
              , {formatDuration(row.longest.scriptMs)}
            </p>
          </li>
        ))}
      </ul>
    </section>
  )
}

function csvFile({ changed, slowest }: SlowList): string {
  return csvOf([
    ['What', 'Test', 'Pipeline', 'Branch', 'Environment', 'Before (ms)', 'After (ms)', 'Since build', 'Since', 'p'],
    ...changed.map(({ script, lane, pace, since, costMs }) => [
      `${costMs > 0 ? 'slower' : 'faster'}, ${pace.kind}`,
      ...[script.name, lane.pipeline, lane.branch, lane.environment, pace.before, pace.after, since.build, formatExact(since.at), pace.p],
    ]),
    ...slowest.map(({ script, lane, meanMs }) => [
      'slowest',
      script.name,
      lane.pipeline,
      lane.branch,
      lane.environment,
      null,
      meanMs,
      null,
      null,
      null,
    ]),
  ])
}
