import type { BuildList, BuildRow, BuildRun } from '@bobbin/client'
import { GitCompareArrows } from 'lucide-react'
import { useNavigate } from 'react-router'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { PipelineMenu } from '../runs/pipeline-menu.js'
import { RunShare, RunWords } from '../runs/run-summary.js'
import { BuildInspector } from './build-inspector.js'
import { broughtWords, spreadWords } from './build-words.js'
import { useBuilds } from './use-builds.js'

const ROW = 56

/** Builds of a pipeline, newest first, with their environments side by side. */
export function BuildsPage() {
  const [params, setAddress, now] = useAddress()
  const navigate = useNavigate()
  const path = useProjectPath()
  const builds = useBuilds(params.get('pipeline'))
  const selected = params.get('build')
  const rows = builds.data?.rows ?? []
  const compare = () => {
    const pair = pairOf(rows, now().get('build'))
    if (pair) void navigate(path(`builds/compare?left=${pair[0]}&right=${pair[1]}`))
  }
  useKeys({ c: compare })
  if (builds.isPending) return <Loading what="the builds" />
  if (builds.error) return <ErrorState error={builds.error} onRetry={() => void builds.refetch()} />
  const { environments, pipeline } = builds.data
  if (pipeline === null)
    return (
      <EmptyState title="No builds here" action={<ProjectLink to="intake">Deliver result files</ProjectLink>}>
        A build is what a pipeline made of a commit. Each result file that is delivered names its build. What the lens looks through has
        none.
      </EmptyState>
    )
  const chosen = rows.find(({ id }) => String(id) === selected)
  return (
    <>
      <section aria-label="Builds" className="flex min-w-0 flex-1 flex-col" aria-busy={builds.isPlaceholderData}>
        <Head list={builds.data} onCompare={compare} canCompare={pairOf(rows, selected) !== null} />
        <Columns environments={environments} />
        <RowList
          label="Builds"
          items={rows}
          keyOf={({ id }) => String(id)}
          selected={selected}
          onSelect={(build) => setAddress({ build }, { replace: true })}
          heightOf={() => ROW}
          render={(row) => <BuildLine row={row} environments={environments} />}
        />
      </section>
      {chosen && <BuildInspector row={chosen} onClose={() => setAddress({ build: null }, { replace: true })} onCompare={compare} />}
    </>
  )
}

/** A build's newest run, and the run of an older build in the same environment; by itself of the newest build. */
function pairOf(rows: readonly BuildRow[], selected: string | null): [number, number] | null {
  const at = Math.max(0, selected === null ? 0 : rows.findIndex(({ id }) => String(id) === selected))
  for (const right of rows[at]?.runs.toReversed() ?? []) {
    const left = rows
      .slice(at + 1)
      .flatMap(({ runs }) => runs.toReversed())
      .find(({ lane }) => lane.environment === right.lane.environment)
    if (left) return [left.id, right.id]
  }
  return null
}

function Head({ list, onCompare, canCompare }: { list: BuildList; onCompare: () => void; canCompare: boolean }) {
  const { pipelines, pipeline, rows } = list
  return (
    <header className="flex items-start gap-4 px-5 pt-4 pb-3">
      <div className="min-w-0 flex-1">
        <h1 className="text-xl">
          Builds of{' '}
          <PipelineMenu
            pipelines={pipelines}
            pipeline={pipeline}
            clears="build"
            className="border-b border-dotted border-soft font-semibold hover:text-dye"
          />
        </h1>
        <p className="mt-1 text-soft">
          {count(rows.length, 'build')}, newest first, environments side by side. {spreadWords(list)}
        </p>
      </div>
      <button
        type="button"
        onClick={onCompare}
        disabled={!canCompare}
        title={canCompare ? undefined : 'There is no older build in the same environment'}
        className="flex shrink-0 items-center gap-1.5 rounded border border-hairline bg-surface px-2.5 py-1 font-semibold hover:border-dye disabled:text-soft"
      >
        <GitCompareArrows size={14} aria-hidden="true" /> Compare two <kbd>c</kbd>
      </button>
    </header>
  )
}

function Columns({ environments }: { environments: readonly string[] }) {
  return (
    <div className="flex border-y border-hairline py-1.5 pl-[3px] text-soft" aria-hidden="true">
      <span className="w-[84px] shrink-0 pl-4">build</span>
      <span className="w-[230px] shrink-0 max-[1200px]:w-[180px]">what it brought</span>
      {environments.map((name) => (
        <span key={name} className="min-w-0 flex-1 truncate pr-4">
          {name}
        </span>
      ))}
      <span className="w-[84px] shrink-0">causes</span>
    </div>
  )
}

function BuildLine({ row, environments }: { row: BuildRow; environments: readonly string[] }) {
  return (
    <>
      <div role="gridcell" className="w-[84px] shrink-0 truncate pl-4 font-mono font-semibold" title={row.build}>
        {row.build}
      </div>
      <div role="gridcell" className="w-[230px] shrink-0 pr-3 max-[1200px]:w-[180px]">
        <p className="truncate">
          {row.commit && <span className="font-mono">{row.commit.slice(0, 7)} </span>}
          {broughtWords(row)}
          {!row.commit && !broughtWords(row) && <span className="text-soft">nobody said</span>}
        </p>
        <p className="truncate text-soft">
          <Time iso={row.at} /> on {row.branch}
        </p>
      </div>
      {environments.map((name) => (
        <EnvironmentCell key={name} name={name} runs={row.runs.filter(({ lane }) => lane.environment === name)} />
      ))}
      <div role="gridcell" className="w-[84px] shrink-0 text-soft">
        {row.causes > 0 ? count(row.causes, 'cause') : ''}
      </div>
    </>
  )
}

/** How a build did in an environment: its newest run there. */
function EnvironmentCell({ name, runs }: { name: string; runs: readonly BuildRun[] }) {
  const run = runs.at(-1)
  return (
    <div role="gridcell" aria-label={run ? undefined : `not run in ${name}`} className="min-w-0 flex-1 pr-4">
      {run ? (
        <>
          <p className="truncate">
            <RunWords run={run} />
            {runs.length > 1 && <span className="text-soft">, {runs.length} runs</span>}
          </p>
          <div className="mt-1.5">
            <RunShare totals={run.totals} />
          </div>
        </>
      ) : (
        <span className="text-soft">not run</span>
      )}
    </div>
  )
}
