import type { ComparedKind, ComparedRow, Comparison, RunRow } from '@bobbin/client'
import { useId } from 'react'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { count, formatNumber } from '../../lib/format.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { useRuns } from '../runs/queries.js'
import { comparedWords } from './build-words.js'
import { useComparison } from './use-builds.js'

const KINDS: readonly [kind: ComparedKind, words: string][] = [
  ['worse', 'worse'],
  ['better', 'better'],
  ['other', 'otherwise different'],
  ['onlyLeft', 'only in the first'],
  ['onlyRight', 'only in the second'],
  ['same', 'the same'],
]
const DIFFERING: readonly ComparedKind[] = ['worse', 'better', 'other']

/** Two runs, of whatever builds, branches and environments, test by test. */
export function ComparePage() {
  const [params, setAddress] = useAddress()
  const id = (name: string) => Number(params.get(name)) || null
  const [left, right] = [id('left'), id('right')]
  const kinds = KINDS.map(([kind]) => kind).filter((kind) => params.get('kinds')?.split(',').includes(kind))
  const wanted = kinds.length > 0 ? kinds : DIFFERING
  const comparison = useComparison(left, right, wanted)
  const swap = () => setAddress({ left: params.get('right'), right: params.get('left') })
  useKeys({ s: swap, Escape: () => window.history.back() })
  const toggle = (kind: ComparedKind) => {
    const next = wanted.includes(kind) ? wanted.filter((one) => one !== kind) : [...wanted, kind]
    setAddress({ kinds: next.join(',') }, { replace: true })
  }
  return (
    <section aria-label="Comparison" className="flex min-w-0 flex-1 flex-col">
      <header className="border-b border-hairline px-5 pt-4 pb-3">
        <h1 className="text-xl">Compare two runs</h1>
        <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-2">
          <RunChoice label="First" value={left} chosen={comparison.data?.left} onChange={(run) => setAddress({ left: run })} />
          <span className="text-soft">against</span>
          <RunChoice label="Second" value={right} chosen={comparison.data?.right} onChange={(run) => setAddress({ right: run })} />
          <button type="button" className="link" onClick={swap} title="Swap the sides (s)">
            Swap
          </button>
        </div>
        {comparison.data && <Sums comparison={comparison.data} wanted={wanted} onToggle={toggle} />}
      </header>
      {left === null || right === null ? (
        <EmptyState title="Choose two runs">
          Any two runs that the lens shows: of two builds, two branches (let the lens look at all branches) or two environments.
        </EmptyState>
      ) : comparison.isPending ? (
        <Loading what="the comparison" />
      ) : comparison.error ? (
        <ErrorState error={comparison.error} onRetry={() => void comparison.refetch()} />
      ) : (
        <Rows comparison={comparison.data} />
      )}
    </section>
  )
}

interface RunChoiceProps {
  label: string
  value: number | null
  chosen: RunRow | undefined
  onChange: (run: string) => void
}

/** One side: a run that the lens shows. */
function RunChoice({ label, value, chosen, onChange }: RunChoiceProps) {
  const { project } = useSession()
  const runs = useRuns(project.slug, lensQuery(useLens()))
  const id = useId()
  const rows = runs.data?.rows ?? []
  const all = chosen && !rows.some((run) => run.id === chosen.id) ? [chosen, ...rows] : rows
  return (
    <span className="flex items-center gap-2">
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <select
        id={id}
        value={value ?? ''}
        onChange={({ target }) => onChange(target.value)}
        className="max-w-[360px] rounded border border-hairline bg-surface px-2 py-1"
      >
        <option value="">Choose a run</option>
        {all.map((run) => (
          <option key={run.id} value={run.id}>
            {runName(run)}
          </option>
        ))}
      </select>
    </span>
  )
}

const runName = ({ build, lane, profile, ordinal }: RunRow) =>
  `${lane.pipeline} ${build}, ${lane.branch}, ${lane.environment}${profile ? `, ${profile}` : ''}${ordinal > 1 ? `, run ${ordinal}` : ''}`

function Sums({
  comparison,
  wanted,
  onToggle,
}: {
  comparison: Comparison
  wanted: readonly ComparedKind[]
  onToggle: (kind: ComparedKind) => void
}) {
  const { counts } = comparison
  const save = () =>
    saveFile(
      `comparison-${comparison.left.build}-${comparison.right.build}.csv`,
      csvOf([
        ['Test', 'File', 'How', runName(comparison.left), runName(comparison.right), 'Message'],
        ...comparison.rows.map(({ script, kind, left, right, message }) => [script.name, script.file, wordsOf(kind), left, right, message]),
      ]),
    )
  return (
    <>
      <p className="mt-3">
        {comparedWords(comparison)}{' '}
        {counts.onlyLeft + counts.onlyRight > 0 && (
          <span className="text-soft">{count(counts.onlyLeft + counts.onlyRight, 'test')} cannot be compared: they ran in one only.</span>
        )}
      </p>
      <div role="group" aria-label="Shown" className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        {KINDS.map(([kind, words]) => (
          <label key={kind} className={`flex items-center gap-1.5 ${counts[kind] === 0 ? 'text-soft' : ''}`}>
            <input type="checkbox" checked={wanted.includes(kind)} onChange={() => onToggle(kind)} />
            {formatNumber(counts[kind])} {words}
          </label>
        ))}
        <button type="button" className="link ml-auto" onClick={save}>
          CSV
        </button>
      </div>
    </>
  )
}

const wordsOf = (kind: ComparedKind) => KINDS.find(([one]) => one === kind)?.[1] ?? kind

function Rows({ comparison }: { comparison: Comparison }) {
  const [params, setAddress] = useAddress()
  const { rows, more, left, right } = comparison
  if (rows.length === 0)
    return (
      <EmptyState title="Nothing to show">
        No test is as the boxes above say. {formatNumber(comparison.counts.same)} tests have the same outcome in both.
      </EmptyState>
    )
  return (
    <>
      <RowList
        label="Compared tests"
        items={rows}
        keyOf={({ script }) => String(script.id)}
        selected={params.get('script')}
        onSelect={(script) => setAddress({ script }, { replace: true })}
        heightOf={() => 46}
        render={(row) => <ComparedLine row={row} left={left} right={right} />}
      />
      {more > 0 && <p className="border-t border-hairline px-5 py-2 text-soft">and {formatNumber(more)} more that are not shown</p>}
    </>
  )
}

function ComparedLine({ row, left, right }: { row: ComparedRow; left: RunRow; right: RunRow }) {
  return (
    <>
      <div role="gridcell" className="min-w-0 flex-1 py-1 pr-4 pl-4">
        <p className="truncate" title={row.script.name}>
          {row.script.name}
        </p>
        <p className="truncate text-soft" title={row.message ?? undefined}>
          {row.message ?? row.script.file ?? row.script.classname ?? ''}
        </p>
      </div>
      <SideCell outcome={row.left} run={left} script={row.script.id} />
      <SideCell outcome={row.right} run={right} script={row.script.id} />
    </>
  )
}

function SideCell({ outcome, run, script }: { outcome: ComparedRow['left']; run: RunRow; script: number }) {
  return (
    <div role="gridcell" className="w-[190px] shrink-0 truncate pr-4">
      {outcome === null ? (
        <span className="text-soft">not in it</span>
      ) : (
        <ProjectLink to={`runs/${run.id}?script=${script}`} className="flex items-center gap-2 hover:underline">
          <OutcomeGlyph outcome={outcome} label={null} /> {OUTCOME_WORDS[outcome]} <span className="text-soft">in {run.build}</span>
        </ProjectLink>
      )}
    </div>
  )
}
