import type { RunDetail } from '@bobbin/client'
import { CHANGES, type FoldedChange, SHOWN_CHANGES, OUTCOMES, type Change, type Outcome, visibleText } from '@bobbin/core'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { memo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useLens } from '../../context/lens.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { count, formatDuration, formatNumber } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { readThread } from '../../ui/outcome-words.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { RowList } from '../../ui/row-list.js'
import { ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { CHANGE_WORDS } from './change-words.js'
import { useSteadyRun, useFolded } from './queries.js'
import { CommentsButton } from '../comments/comments-button.js'
import { ChangedFiles } from './changed-files.js'
import { ExportMenu } from './export-menu.js'
import { KeepRun } from './keep-run.js'
import { ResultInspector } from './result-inspector.js'
import { cameInWords, stoppedWords } from './live-words.js'
import { RunLive } from './run-live.js'
import { RunManual } from '../manual/run-manual.js'
import { RunAgain, RunParts } from '../plans/run-parts.js'
import { RunCauses, useRunCauses } from './run-causes.js'
import { RunFaults } from './run-faults.js'
import { layOutRun, resultsIn, type RunLine } from './run-rows.js'

/** How many builds the thread in a row shows. */
const STRIP = 12

export function RunPage() {
  const { id = '' } = useParams()
  const { project } = useSession()
  const run = useSteadyRun(project.slug, Number(id))
  if (run.isPending) return <Loading what="the run" />
  if (run.error) return <ErrorState error={run.error} onRetry={() => void run.refetch()} />
  return <RunBench key={id} detail={run.data} />
}

function RunBench({ detail }: { detail: RunDetail }) {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const navigate = useNavigate()
  const path = useProjectPath()
  const [unfolded, setUnfolded] = useState(params.get('show') === 'unchanged')
  const [showsMissing, setShowsMissing] = useState(params.get('show') === 'notInRun')
  const { id } = detail.run
  const unchanged = useFolded(project.slug, id, 'unchanged', unfolded)
  const missing = useFolded(project.slug, id, 'notInRun', showsMissing)
  const filter = { show: oneOf<Change>(CHANGES, params.get('show')), outcome: oneOf<Outcome>(OUTCOMES, params.get('outcome')) }
  const selected = params.get('script')
  const [opened, setOpened] = useState<ReadonlyMap<string, boolean>>(new Map())
  const shown = { unchanged: unfolded ? unchanged.data : null, notInRun: showsMissing ? missing.data : null }
  const lines = layOutRun(detail, shown, filter, { opened, script: selected ? Number(selected) : null })
  const causes = useRunCauses(id).data
  const aside = new Map<number, Aside>([
    ...(causes?.quarantined ?? []).map((script) => [script, 'in quarantine'] as const),
    ...(causes?.muted ?? []).map((script) => [script, 'muted'] as const),
  ])
  const profiles = new Set(detail.rows.map((row) => row.script.profile)).size > 1
  const filtered = filter.show !== null || filter.outcome !== null

  const step = (to: { id: number } | null) => () => {
    if (to) void navigate(path(`runs/${to.id}`))
  }
  useKeys({ '[': step(detail.previous), ']': step(detail.next), u: () => setUnfolded(!unfolded) })

  return (
    <>
      <section aria-label="Run" className="flex min-w-0 flex-1 flex-col">
        <RunHead detail={detail} />
        <RunLive detail={detail} />
        <RunManual runId={id} />
        <RunParts runId={id} />
        {!detail.run.live && <RunCauses runId={id} />}
        {filtered && (
          <p className="border-b border-hairline bg-dye-wash px-5 py-1.5">
            Only {filter.show ? CHANGE_WORDS[filter.show].words : filter.outcome}: {count(resultsIn(lines), 'row')}.{' '}
            <button type="button" className="link" onClick={() => setAddress({ show: null, outcome: null })}>
              Show all changes
            </button>
          </p>
        )}
        <RunFaults detail={detail} />
        {!filtered && detail.rows.length === 0 && <NothingChanged detail={detail} />}
        <RowList
          label="Results by what changed"
          items={lines}
          keyOf={(line) => (line.kind === 'result' ? String(line.row.script.id) : null)}
          selected={selected}
          onSelect={(key) => setAddress({ script: key }, { replace: selected !== null })}
          heightOf={(line) => (line.kind === 'heading' ? 44 : line.kind === 'fold' ? 40 : 34)}
          render={(line) => (
            <Line
              line={line}
              loading={
                line.kind === 'fold' && (line.change === 'unchanged' ? unfolded && unchanged.isPending : showsMissing && missing.isPending)
              }
              profiles={profiles}
              aside={line.kind === 'result' ? (aside.get(line.row.script.id) ?? null) : null}
              onFold={(change) => (change === 'unchanged' ? setUnfolded(!unfolded) : setShowsMissing(!showsMissing))}
              onOpen={(key, open) => setOpened((before) => new Map(before).set(key, open))}
            />
          )}
        />
      </section>
      {selected && <ResultInspector key={selected} runId={id} scriptId={Number(selected)} onClose={() => setAddress({ script: null })} />}
    </>
  )
}

const oneOf = <T extends string>(values: readonly T[], value: string | null): T | null =>
  values.find((candidate) => candidate === value) ?? null

function RunHead({ detail }: { detail: RunDetail }) {
  const { run, previous, passedOver } = detail
  const lens = useLens()
  const outside =
    (lens.branch !== null && lens.branch !== run.lane.branch) ||
    (lens.environments !== null && !lens.environments.includes(run.lane.environment))
  // what has not come yet is no change while the run is live
  const parts = SHOWN_CHANGES.filter((change) => !(run.live && change === 'notRun') && detail.changes[change] > 0)
  return (
    <header className="border-b border-hairline px-5 pt-4 pb-3">
      <title>{`Build ${run.build}, ${run.lane.pipeline} · Bobbin`}</title>
      <p className="truncate text-soft">
        {run.lane.pipeline} · {run.lane.branch} · {run.lane.environment} · ran <Time iso={run.startedAt} /> ·{' '}
        <DeliveriesOfRun detail={detail} />
        {outside && ' · outside the lens above'}
        {run.commit && (
          <>
            {' '}
            · commit <span className="font-mono">{run.commit.slice(0, 12)}</span>
          </>
        )}
        {run.author && ` by ${run.author}`}
        {run.profile && ` · on ${run.profile}`}
        {run.release && ` · for release ${run.release}`}
      </p>
      <div className="mt-1 flex items-start justify-between gap-4">
        <h1 className="shrink-0 text-xl">
          {run.trial && <span className="text-errored">Trial: </span>}
          Build {run.build}
          {previous ? (
            <span>
              {' '}
              against{' '}
              <ProjectLink to={`runs/${previous.id}`} className="hover:text-dye">
                {previous.build}
              </ProjectLink>
            </span>
          ) : (
            <span className="text-soft">, the first here</span>
          )}
        </h1>
        <div className="flex min-w-0 flex-wrap items-center justify-end gap-2">
          {run.address && (
            <a className="link px-1" href={run.address} target="_blank" rel="noreferrer">
              In the pipeline
            </a>
          )}
          <ChangedFiles paths={detail.changedFiles} />
          {!run.live && <RunAgain runId={run.id} red={run.totals.failed + run.totals.errored + run.totals.notRun} />}
          <CommentsButton kind="run" subject={String(run.id)} of={`build ${run.build}`} />
          <KeepRun run={run} />
          <ProjectLink to={`report/run/${run.id}`} className="link px-1">
            Report
          </ProjectLink>
          <ExportMenu runId={run.id} />
        </div>
      </div>
      <p className="mt-1">
        {!run.live && `${count(run.totals.total, 'result')} in ${formatDuration(run.durationMs)}. `}
        {parts.map((change, i) => (
          <span key={change}>
            {i > 0 && ', '}
            <ProjectLink to={`runs/${run.id}?show=${change}`}>
              {formatNumber(detail.changes[change])} {CHANGE_WORDS[change].words}
            </ProjectLink>
          </span>
        ))}
        {parts.length === 0 && (run.live ? 'Nothing changed so far' : 'Nothing changed')}.
        <RunsOfBuild detail={detail} />
        {run.scope === 'partial' && run.ordinal === 1 && <span className="text-soft"> A part of the tests ran.</span>}
        {run.incomplete && !run.live && <strong className="font-semibold text-errored"> Incomplete: not everything ran.</strong>}
        {run.outage && !run.live && (
          <strong className="font-semibold text-errored"> Most tests errored: check {run.lane.environment} first.</strong>
        )}
        {run.forgottenAt && (
          <span className="text-soft">
            {' '}
            Its details were deleted <Time iso={run.forgottenAt} />; outcomes and durations stay.
          </span>
        )}
        {stoppedWords(detail) && <span className="text-soft"> {stoppedWords(detail)}</span>}
        {passedOver.length > 0 && (
          <span className="text-soft">
            {' '}
            Build {passedOver.map((other) => other.build).join(', ')} had an outage and is skipped in the comparison.
          </span>
        )}
      </p>
    </header>
  )
}

/** That a build was run several times in its lane: what is shown is how it stands after this run. */
function RunsOfBuild({ detail: { run, runsOfBuild } }: { detail: RunDetail }) {
  if (runsOfBuild.length < 2) return null
  return (
    <span className="text-soft">
      {' '}
      Run {run.ordinal} of {runsOfBuild.length} of this build
      {run.ordinal > 1 && ': each test counts as in the latest run that has it'}.{' '}
      {runsOfBuild
        .filter(({ id }) => id !== run.id)
        .map(({ id, ordinal, key, red }, i) => (
          <span key={id}>
            {i > 0 && ', '}
            <ProjectLink to={`runs/${id}`} className="link">
              {key || `Run ${ordinal}`}
            </ProjectLink>{' '}
            ({red > 0 ? `${formatNumber(red)} red` : 'none red'})
          </span>
        ))}
    </span>
  )
}

/** Where the results came from: the page of the delivery, or a choice among several. */
function DeliveriesOfRun({ detail }: { detail: RunDetail }) {
  const { deliveries } = detail
  const navigate = useNavigate()
  const path = useProjectPath()
  const words = cameInWords(detail)
  const [only] = deliveries
  if (!only) return words
  if (deliveries.length === 1) return <ProjectLink to={`intake/${only.id}`}>{words}</ProjectLink>
  return (
    <Menu
      label="Deliveries"
      trigger={
        <button type="button" className="link">
          {detail.run.files > (detail.sent?.feeds.length ?? 0)
            ? `${words} by ${count(deliveries.length, 'delivery', 'deliveries')}`
            : words}
        </button>
      }
    >
      {deliveries.map(({ id, at, by }) => (
        <MenuItem key={id} onSelect={() => void navigate(path(`intake/${id}`))}>
          <Time iso={at} /> by {by}
        </MenuItem>
      ))}
    </Menu>
  )
}

function NothingChanged({ detail }: { detail: RunDetail }) {
  return (
    <p className="px-5 pt-6 text-base">
      {detail.run.live
        ? 'Changes against the previous build appear here as they happen.'
        : detail.previous
          ? `Nothing changed since build ${detail.previous.build}.`
          : 'The next build of this pipeline, branch and environment will be compared with this one.'}
    </p>
  )
}

interface LineProps {
  line: RunLine
  loading: boolean
  /** Whether the run has several profiles, so that each row must name its own. */
  profiles: boolean
  /** Why its failure does not count. */
  aside: Aside | null
  onFold: (change: FoldedChange) => void
  /** Opens or closes the rows of a data-driven test. */
  onOpen: (key: string, open: boolean) => void
}

function Line({ line, loading, profiles, aside, onFold, onOpen }: LineProps) {
  if (line.kind === 'heading') {
    const { words, outcome } = CHANGE_WORDS[line.change]
    return (
      <div role="gridcell" className="flex items-center gap-2.5 self-end px-5 pb-2">
        <OutcomeGlyph outcome={outcome} />
        <h2 className="text-sm">
          {formatNumber(line.count)} {words}
        </h2>
        {line.note && <span className="text-soft">{line.note}</span>}
      </div>
    )
  }
  if (line.kind === 'fold') {
    const Icon = line.open ? ChevronDown : ChevronRight
    return (
      <div role="gridcell" className="px-4">
        <button
          type="button"
          aria-expanded={line.open}
          onClick={() => onFold(line.change)}
          className="flex items-center gap-1.5 text-soft hover:text-ink"
        >
          <Icon size={14} aria-hidden="true" />
          <span>
            {count(line.count, 'test')} {CHANGE_WORDS[line.change].words}
            {loading ? ' · loading …' : ''}
          </span>
          {line.change === 'unchanged' && <Key>u</Key>}
        </button>
      </div>
    )
  }
  if (line.kind === 'test') return <TestLine line={line} profiles={profiles} onOpen={onOpen} />
  return <ResultLine row={line.row} thread={line.thread} values={line.values} profiles={profiles} aside={aside} />
}

type Aside = 'muted' | 'in quarantine'

type LineOf<K extends RunLine['kind']> = Extract<RunLine, { kind: K }>

/** A data-driven test above its rows. */
function TestLine({ line, profiles, onOpen }: { line: LineOf<'test'>; profiles: boolean; onOpen: (key: string, open: boolean) => void }) {
  const Icon = line.open ? ChevronDown : ChevronRight
  const { script } = line.first
  return (
    <div role="gridcell" className="min-w-0 flex-1 pr-5 pl-[19px]">
      <button
        type="button"
        aria-expanded={line.open}
        onClick={() => onOpen(line.key, !line.open)}
        className="flex w-full items-center text-left hover:text-dye"
        title={`${line.test}${placeOf(script)}`}
      >
        <span className="flex w-[118px] shrink-0 items-center gap-1.5 text-soft">
          <Icon size={14} aria-hidden="true" />
          {count(line.count, 'row')}
        </span>{' '}
        <span className="min-w-0 truncate">
          {line.test}
          <span className="text-soft">{placeOf(script)}</span>
          {profiles && script.profile && <span className="text-soft"> · {script.profile}</span>}
          {line.note && <span className="text-soft"> · {line.note}</span>}
        </span>
      </button>
    </div>
  )
}

function placeOf(script: RunDetail['rows'][number]['script']): string {
  const file = script.file ?? script.classname
  return file ? ` — ${file}` : ''
}

const ResultLine = memo(function ResultLine({
  row,
  thread,
  values,
  profiles,
  aside,
}: Omit<LineOf<'result'>, 'kind'> & { profiles: boolean; aside: Aside | null }) {
  const { script, cases } = row
  return (
    <>
      <div role="gridcell" className="w-[126px] shrink-0 pl-4">
        <Thread outcomes={readThread(thread.slice(-STRIP))} cell={108 / STRIP} room={STRIP} muted={aside !== null} />
      </div>
      <div
        role="gridcell"
        className={`min-w-0 flex-1 truncate ${values === null ? 'pl-2' : 'pl-6'}`}
        title={visibleText(`${script.name}${placeOf(script)}`)}
      >
        {values === null ? (
          <>
            {visibleText(script.name)}
            <span className="text-soft">{placeOf(script)}</span>
            {profiles && script.profile && <span className="text-soft"> · {script.profile}</span>}
            {aside && <span className="text-soft"> · {aside}</span>}
          </>
        ) : (
          <span className="font-mono">{values}</span>
        )}
      </div>
      <div role="gridcell" className={`w-[92px] shrink-0 truncate pl-3 font-mono ${cases.length > 0 ? 'text-dye' : 'text-soft'}`}>
        {cases.length > 0 ? `${cases[0]}${cases.length > 1 ? ` +${cases.length - 1}` : ''}` : 'no case'}
      </div>
      <div role="gridcell" className="w-[84px] shrink-0 pr-5 text-right font-mono">
        {row.outcome ? formatDuration(row.durationMs) : '–'}
      </div>
    </>
  )
})
