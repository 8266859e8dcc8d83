import type { AreaNode, CaseRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { RowList } from '../../ui/row-list.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { CaseInspector } from './case-inspector.js'
import { OutlineDialog } from './outline-dialog.js'

type Line = { kind: 'area'; name: string; count: number } | { kind: 'case'; row: CaseRow }

/** Managed cases in their areas. */
export function CasesPage() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const [pasting, setPasting] = useState(false)
  const search = params.get('search') ?? ''
  const area = params.get('area')
  const only = params.get('only')
  const query = { ...(search && { search }), ...(area && { area: Number(area) }), ...(only && { only }) }
  const cases = useQuery({
    queryKey: ['cases', project.slug, query],
    queryFn: ({ signal }) => api.get('/projects/{project}/cases', { path: { project: project.slug }, query, signal }),
    placeholderData: (before) => before,
  })
  const areas = useQuery({
    queryKey: ['areas', project.slug],
    queryFn: () => api.get('/projects/{project}/areas', { path: { project: project.slug } }),
  })
  const selected = params.get('case')
  useKeys({ n: () => setPasting(true) })
  if (cases.isPending) return <Loading what="the cases" />
  if (cases.error) return <ErrorState error={cases.error} onRetry={() => void cases.refetch()} />
  const { rows, total } = cases.data
  const filtered = Object.keys(query).length > 0
  return (
    <>
      <AreaTree
        areas={areas.data ?? []}
        chosen={area ? Number(area) : null}
        onChoose={(id) => setAddress({ area: id === null ? null : String(id) })}
      />
      <section aria-label="Cases" className="@container flex min-w-0 flex-1 flex-col">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-hairline px-5 pt-4 pb-3">
          <h1 className="text-xl">Cases</h1>
          <span className="text-soft">{count(total, 'case')}</span>
          <button
            type="button"
            aria-pressed={only === 'uncovered'}
            onClick={() => setAddress({ only: only === 'uncovered' ? null : 'uncovered' })}
            className={
              only === 'uncovered' ? 'border-b-2 border-dye font-semibold' : 'border-b-2 border-transparent text-soft hover:text-ink'
            }
          >
            without a script
          </button>
          <span className="ml-auto" />
          <SearchField
            value={search}
            placeholder="Key, title, tag or owner"
            onChange={(value) => setAddress({ search: value }, { replace: true })}
          />
          <Button onClick={() => setPasting(true)}>
            <Plus size={14} /> New cases <Key>n</Key>
          </Button>
        </header>
        {rows.length === 0 ? (
          <NoCases
            filtered={filtered}
            onClear={() => setAddress({ search: null, area: null, only: null })}
            onPaste={() => setPasting(true)}
          />
        ) : (
          <RowList
            label={`Cases, ${total}`}
            items={layOut(rows)}
            keyOf={(line) => (line.kind === 'case' ? line.row.key : null)}
            selected={selected}
            onSelect={(key) => setAddress({ case: key }, { replace: selected !== null })}
            heightOf={(line) => (line.kind === 'area' ? 38 : 30)}
            render={(line) => <LineView line={line} />}
          />
        )}
      </section>
      {selected && <CaseInspector key={selected} caseKey={selected} onClose={() => setAddress({ case: null })} />}
      <OutlineDialog
        open={pasting}
        onOpenChange={setPasting}
        areaId={area ? Number(area) : null}
        areaName={areas.data?.find((node) => String(node.id) === area)?.name ?? null}
      />
    </>
  )
}

function NoCases({ filtered, onClear, onPaste }: { filtered: boolean; onClear: () => void; onPaste: () => void }) {
  if (filtered) {
    return (
      <EmptyState title="No case fits" action={<Button onClick={onClear}>Show all cases</Button>}>
        Nothing matches the search and filters.
      </EmptyState>
    )
  }
  return (
    <EmptyState
      title="No cases yet"
      action={
        <Button kind="strong" onClick={onPaste}>
          Paste lines
        </Button>
      }
    >
      A case says what must be tested. Paste a list to begin: one line, one case; indented lines stand in the area above them.
    </EmptyState>
  )
}

function layOut(rows: CaseRow[]): Line[] {
  const lines: Line[] = []
  let heading = null as Extract<Line, { kind: 'area' }> | null
  for (const row of rows) {
    const name = row.area ?? 'No area'
    if (heading?.name !== name) lines.push((heading = { kind: 'area', name, count: 0 }))
    heading.count++
    lines.push({ kind: 'case', row })
  }
  return lines
}

function LineView({ line }: { line: Line }) {
  if (line.kind === 'area') {
    return (
      <div role="gridcell" className="flex min-w-0 gap-2 self-end px-5 pb-1.5">
        <h2 className="truncate text-sm text-soft">{line.name}</h2>
        <span className="text-soft">{line.count}</span>
      </div>
    )
  }
  const { row } = line
  return (
    <>
      <div role="gridcell" className="w-[104px] shrink-0 truncate pl-5 font-mono text-dye">
        {row.key}
      </div>
      <div role="gridcell" className="min-w-0 flex-1 truncate" title={row.title}>
        {row.title}
        {row.state === 'draft' && <span className="text-soft"> · draft</span>}
      </div>
      <div role="gridcell" className="w-[130px] shrink-0 truncate px-3 text-soft @max-[620px]:hidden">
        {row.tags.join(', ')}
      </div>
      <div role="gridcell" className="w-[36px] shrink-0 text-soft" title={`Priority ${row.priority} of 4`}>
        P{row.priority}
      </div>
      <div role="gridcell" className="w-[86px] shrink-0 truncate pr-5 text-right text-soft">
        {row.scripts > 0 ? count(row.scripts, 'script') : <span className="text-errored">no script</span>}
      </div>
    </>
  )
}

interface AreaTreeProps {
  areas: AreaNode[]
  chosen: number | null
  onChoose: (id: number | null) => void
}

function AreaTree({ areas, chosen, onChoose }: AreaTreeProps) {
  if (areas.length === 0) return null
  const sum = (node: AreaNode): number =>
    node.cases + areas.filter((child) => child.parentId === node.id).reduce((total, child) => total + sum(child), 0)
  const branch = (parentId: number | null, depth: number): React.ReactNode =>
    areas
      .filter((area) => area.parentId === parentId)
      .map((area) => (
        <li key={area.id}>
          <AreaButton
            name={area.name}
            cases={sum(area)}
            depth={depth}
            chosen={chosen === area.id}
            onClick={() => onChoose(chosen === area.id ? null : area.id)}
          />
          <ul>{branch(area.id, depth + 1)}</ul>
        </li>
      ))
  return (
    <nav aria-label="Areas" className="w-[190px] shrink-0 overflow-y-auto border-r border-hairline py-4 max-[1180px]:hidden" tabIndex={0}>
      <AreaButton name="All areas" cases={null} depth={0} chosen={chosen === null} onClick={() => onChoose(null)} />
      <ul>{branch(null, 0)}</ul>
    </nav>
  )
}

interface AreaButtonProps {
  name: string
  cases: number | null
  depth: number
  chosen: boolean
  onClick: () => void
}

function AreaButton({ name, cases, depth, chosen, onClick }: AreaButtonProps) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onClick}
      style={{ paddingLeft: 16 + depth * 14 }}
      className={`flex min-h-[26px] w-full items-center gap-2 pr-3 text-left ${chosen ? 'bg-dye-wash font-semibold' : depth === 0 ? 'hover:bg-surface' : 'text-soft hover:bg-surface'}`}
    >
      <span className="truncate" title={name}>
        {name}
      </span>
      {cases !== null && <span className="ml-auto font-normal text-soft">{cases}</span>}
    </button>
  )
}
