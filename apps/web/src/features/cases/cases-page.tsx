import { Columns3, Plus, Upload } from 'lucide-react'
import { useEffect, useMemo, useRef } from 'react'
import { CanButton, CanMenuItem, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { DragArea } from '../../ui/drag.js'
import { Menu, MenuCheck, MenuItem, MenuLabel, MenuRule } from '../../ui/menu.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Key, Loading, PartMissing } from '../../ui/states.js'
import { AreaPicker } from './area-picker.js'
import { AreaTree } from './area-tree.js'
import { BulkBar } from './bulk-bar.js'
import { isFiltered, NO_FILTER, readCaseFilter, readPicked, writePicked } from './case-address.js'
import { CaseInspector } from './case-inspector.js'
import { CaseList } from './case-list.js'
import { COLUMNS, readColumns, withColumn } from './columns.js'
import { FilterMenu } from './filter-menu.js'
import { ImportDialog } from './import-dialog.js'
import { OutlineDialog } from './outline-dialog.js'
import { useAreas, useCases } from './queries.js'
import { useCaseChanges } from './use-case-changes.js'
import { ViewsMenu } from './views-menu.js'

/** Managed cases in their areas. The address holds everything: search, filters, sort, columns, what is open and what is picked. */
export function CasesPage() {
  const { project } = useSession()
  const [params, setAddress, now] = useAddress()
  const doing = params.get('do')
  const setDoing = (next: 'paste' | 'import' | 'move' | null) => setAddress({ do: next }, { replace: true })
  const filter = useMemo(() => readCaseFilter(params), [params])
  const cases = useCases(filter)
  const areas = useAreas()
  const changes = useCaseChanges()
  const edits = useCan('editCases')
  const organizes = useCan('organize')
  const selected = params.get('case')
  const [picked, changePicked] = usePicked()
  const acted = actedOn(params, project.keyPrefix)
  const actedNow = () => actedOn(now(), project.keyPrefix)
  useKeys({
    n: () => edits && setDoing('paste'),
    i: () => edits && setDoing('import'),
    m: () => organizes && actedNow().length > 0 && setDoing('move'),
    Delete: () => organizes && actedNow().length > 0 && void remove(actedNow()),
  })
  const remove = async (keys: string[]) => {
    await changes.remove(keys)
    const open = now().get('case')
    setAddress({ pick: null, ...(open && keys.includes(open) && { case: null }) })
  }
  if (!cases.data && !cases.error) return <Loading what="the cases" />
  if (!cases.data) return <ErrorState error={cases.error} onRetry={() => void cases.refetch()} />
  const { rows, total, all } = cases.data
  const columns = readColumns(params.get('cols'))
  return (
    <DragArea>
      <AreaTree
        areas={areas.data ?? []}
        chosen={filter.area ?? null}
        onChoose={(id) => setAddress({ area: id === null ? null : String(id) })}
        onDropCases={(keys, area) => void changes.move(keys, area.id, area.name)}
      />
      <section aria-label="Cases" className="@container flex min-w-0 flex-1 flex-col">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 pt-4 pb-2.5">
          <h1 className="text-xl">Cases</h1>
          <span className="text-soft">{total === all ? count(all, 'case') : `${count(total, 'case')} of ${all.toLocaleString('en')}`}</span>
          <span className="ml-auto" />
          <ProjectLink to="cases/requirements" className="link">
            Requirements
          </ProjectLink>
          <SearchField
            value={filter.search ?? ''}
            placeholder="Key, title, tag or owner"
            onChange={(value) => setAddress({ search: value }, { replace: true })}
          />
          <CanButton right="editCases" onClick={() => setDoing('paste')}>
            <Plus size={14} /> New cases <Key>n</Key>
          </CanButton>
        </header>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-5 pb-1.5">
          <ViewsMenu />
          <FilterMenu filter={filter} />
          <span className="ml-auto" />
          <ColumnsMenu shown={params.get('cols')} />
          <TableMenu filter={filter} onImport={() => setDoing('import')} />
        </div>
        {cases.partError && <PartMissing error={cases.partError} onRetry={cases.goOn} />}
        {rows.length === 0 ? (
          <NoCases
            filtered={isFiltered(filter)}
            onClear={() => setAddress(NO_FILTER)}
            onPaste={() => setDoing('paste')}
            onImport={() => setDoing('import')}
          />
        ) : (
          <CaseList
            rows={rows}
            total={total}
            columns={columns}
            picked={picked}
            sort={filter.sort}
            onSort={(sort) => setAddress({ sort })}
            selected={selected}
            onSelect={(key) => setAddress({ case: key }, { replace: selected !== null })}
            onPick={changePicked}
          />
        )}
        {picked.size > 0 && (
          <BulkBar
            keys={[...picked]}
            onSet={(set) => void changes.set([...picked], set)}
            onMove={() => setDoing('move')}
            onDelete={() => void remove([...picked])}
            onClear={() => setAddress({ pick: null })}
          />
        )}
      </section>
      {selected && (
        <CaseInspector
          key={selected}
          caseKey={selected}
          onClose={() => setAddress({ case: null })}
          onDelete={() => void remove([selected])}
        />
      )}
      <OutlineDialog
        open={doing === 'paste'}
        onOpenChange={(open) => setDoing(open ? 'paste' : null)}
        areaId={filter.area ?? null}
        areaName={areas.data?.find((node) => node.id === filter.area)?.name ?? null}
      />
      {doing === 'import' && <ImportDialog onClose={() => setDoing(null)} />}
      {doing === 'move' && (
        <AreaPicker
          title={`Move ${count(acted.length, 'case')}`}
          description="Choose their area."
          onClose={() => setDoing(null)}
          onPick={(id, name) => {
            setDoing(null)
            void changes.move(acted, id, name)
          }}
        />
      )}
    </DragArea>
  )
}

/** What a key acts on: the picked cases, or the one that is open. */
function actedOn(address: URLSearchParams, keyPrefix: string): string[] {
  const picked = readPicked(address.get('pick'), keyPrefix)
  const open = address.get('case')
  return picked.size > 0 ? [...picked] : open ? [open] : []
}

/** Picked cases, kept in the address; keys that come faster than the page is drawn add up. */
function usePicked() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const pick = params.get('pick')
  const picked = useMemo(() => readPicked(pick, project.keyPrefix), [pick, project.keyPrefix])
  const newest = useRef(picked)
  useEffect(() => {
    newest.current = picked
  }, [picked])
  const change = (keys: readonly string[], on: boolean) => {
    const next = new Set(newest.current)
    for (const key of keys) {
      if (on) next.add(key)
      else next.delete(key)
    }
    newest.current = next
    setAddress({ pick: writePicked(next, project.keyPrefix) }, { replace: true })
  }
  return [picked, change] as const
}

const QUIET = 'inline-flex min-h-[30px] items-center gap-1.5 text-soft hover:text-ink'

function ColumnsMenu({ shown }: { shown: string | null }) {
  const [, setAddress] = useAddress()
  const columns = readColumns(shown)
  return (
    <Menu
      label="Columns"
      trigger={
        <button type="button" className={QUIET}>
          <Columns3 size={14} /> Columns
        </button>
      }
    >
      {COLUMNS.map((column) => (
        <MenuCheck
          key={column.id}
          keepOpen
          checked={columns.includes(column)}
          onChange={() => setAddress({ cols: withColumn(columns, column.id) }, { replace: true })}
        >
          {column.name}
        </MenuCheck>
      ))}
    </Menu>
  )
}

function TableMenu({ filter, onImport }: { filter: ReturnType<typeof readCaseFilter>; onImport: () => void }) {
  const { project } = useSession()
  const download = (format: 'csv' | 'xlsx' | 'json') => () =>
    window.location.assign(
      api.address('/projects/{project}/case-tables', { path: { project: project.slug }, query: { ...filter, format } }),
    )
  return (
    <Menu
      label="Import and export"
      trigger={
        <button type="button" className={QUIET}>
          <Upload size={14} /> Import, export
        </button>
      }
    >
      <CanMenuItem right="editCases" onSelect={onImport}>
        Import a table … <Key>i</Key>
      </CanMenuItem>
      <MenuRule />
      <MenuLabel>Export what the list shows</MenuLabel>
      <MenuItem onSelect={download('xlsx')}>Workbook (.xlsx)</MenuItem>
      <MenuItem onSelect={download('csv')}>CSV</MenuItem>
      <MenuItem onSelect={download('json')}>JSON</MenuItem>
    </Menu>
  )
}

interface NoCasesProps {
  filtered: boolean
  onClear: () => void
  onPaste: () => void
  onImport: () => void
}

function NoCases({ filtered, onClear, onPaste, onImport }: NoCasesProps) {
  if (filtered) {
    return (
      <EmptyState title="No matching case" action={<Button onClick={onClear}>Show all cases</Button>}>
        Nothing matches the search and filters.
      </EmptyState>
    )
  }
  return (
    <EmptyState
      title="No cases yet"
      action={
        <div className="flex gap-3">
          <CanButton right="editCases" kind="strong" onClick={onPaste}>
            Paste lines
          </CanButton>
          <CanButton right="editCases" onClick={onImport}>
            Import a table
          </CanButton>
        </div>
      }
    >
      A case says what must be tested. Paste a list to begin: one line, one case; indented lines stand in the area above them.
    </EmptyState>
  )
}
