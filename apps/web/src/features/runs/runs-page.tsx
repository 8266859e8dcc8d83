import type { RunRow } from '@bobbin/client'
import { Pin } from 'lucide-react'
import { useNavigate } from 'react-router'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { count, formatDuration } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { useRuns } from './queries.js'
import { RunShare, RunWords } from './run-summary.js'

/** All runs in the lens, newest first. */
export function RunsPage() {
  const { project } = useSession()
  const navigate = useNavigate()
  const path = useProjectPath()
  const [params, setAddress, now] = useAddress()
  const runs = useRuns(project.slug, lensQuery(useLens()))
  const selected = params.get('run')
  const open = (id: string) => void navigate(path(`runs/${id}`))
  useKeys({
    Enter: () => {
      const id = now().get('run')
      if (id) open(id)
    },
  })
  if (runs.isPending) return <Loading what="the runs" />
  if (runs.error) return <ErrorState error={runs.error} onRetry={() => void runs.refetch()} />
  const { rows, hidden } = runs.data
  if (rows.length === 0) {
    return (
      <EmptyState title="No runs here" action={<ProjectLink to="intake">Deliver result files</ProjectLink>}>
        A run is what one build reported from one environment.{hidden > 0 ? ` The lens above hides ${count(hidden, 'run')}.` : ''}
      </EmptyState>
    )
  }
  return (
    <section aria-label="Runs" className="flex min-w-0 flex-1 flex-col">
      <header className="flex items-baseline gap-4 border-b border-hairline px-5 pt-4 pb-3">
        <h1 className="text-xl">Runs</h1>
        <p className="text-soft">
          {count(rows.length, 'run')}, newest first{hidden > 0 ? ` · the lens hides ${hidden}` : ''}
        </p>
      </header>
      <RowList
        label="Runs"
        items={rows}
        keyOf={(run) => String(run.id)}
        selected={selected}
        onSelect={(key, how) => (how === 'open' ? open(key) : setAddress({ run: key }, { replace: true }))}
        heightOf={() => 34}
        render={(run) => <RunLine run={run} />}
      />
    </section>
  )
}

function RunLine({ run }: { run: RunRow }) {
  const { totals } = run
  return (
    <>
      <div role="gridcell" className="w-[92px] shrink-0 truncate pl-4 font-mono text-dye">
        {run.build}
        {run.ordinal > 1 && <span title={run.key}>·{run.ordinal}</span>}
        {run.keep && <Pin size={11} aria-label="kept" className="ml-1.5 inline fill-current" />}
      </div>
      <div role="gridcell" className="min-w-0 flex-[2] truncate">
        {run.lane.pipeline} <span className="text-soft">{run.lane.branch}</span>
      </div>
      <div role="gridcell" className="min-w-0 flex-1 truncate">
        {run.lane.environment}
      </div>
      <div role="gridcell" className="min-w-0 flex-[3] truncate pr-3">
        <RunWords run={run} />
      </div>
      <div role="gridcell" className="w-[96px] shrink-0 text-right">
        <RunShare totals={totals} />
      </div>
      <div role="gridcell" className="w-[104px] shrink-0 pl-3 text-right font-mono">
        {formatDuration(run.durationMs)}
      </div>
      <div role="gridcell" className="w-[152px] shrink-0 truncate pr-5 pl-3 text-right text-soft">
        <Time iso={run.startedAt} />
      </div>
    </>
  )
}
