import type { SuiteDetail } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { ChevronRight, Plus, X } from 'lucide-react'
import { type ComponentProps, useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { DragKind, useDragged } from '../../ui/drag.js'
import { SearchField } from '../../ui/search-field.js'
import { useSuiteChanges } from './use-suites.js'

type AddedCases = { keys: string[] } | { areaId: number }
/** What is dragged into a suite. */
export const ADDED_CASES = new DragKind<AddedCases>()

const MOST = 200

/** The tree of cases beside a suite: a case, or all of an area, is dragged into the suite or added by its button. */
export function AddCasesPanel({ suite, onClose }: { suite: SuiteDetail; onClose: () => void }) {
  const { project } = useSession()
  const { addCases } = useSuiteChanges()
  const [search, setSearch] = useState('')
  const [area, setArea] = useState<number | null>(null)
  const path = { project: project.slug }
  const areas = useQuery({ queryKey: keyFor('areas', project.slug), queryFn: () => api.get('/projects/{project}/areas', { path }) })
  const query = { ...(search && { search }), ...(area !== null && { area }), limit: MOST }
  const cases = useQuery({
    queryKey: keyFor('cases', project.slug, 'to-add', query),
    queryFn: ({ signal }) => api.get('/projects/{project}/cases', { path, query, signal }),
    enabled: search !== '' || area !== null,
  })
  const there = new Set(suite.rows.map(({ key }) => key))
  const add = (what: AddedCases) => addCases.mutate({ id: suite.id, ...what })
  const children = (parent: number | null) => areas.data?.filter(({ parentId }) => parentId === parent) ?? []
  const level = (parent: number | null, depth: number): React.ReactNode =>
    children(parent).map((one) => (
      <li key={one.id}>
        <ToDrag
          what={{ areaId: one.id }}
          label={`all of ${one.name}`}
          className={`group flex min-h-[28px] items-center gap-1 pr-1 ${area === one.id ? 'bg-dye-wash' : 'hover:bg-cloth'}`}
          style={{ paddingLeft: depth * 14 }}
        >
          <button
            type="button"
            aria-expanded={area === one.id}
            onClick={() => setArea(area === one.id ? null : one.id)}
            className="flex min-w-0 flex-1 items-center gap-1 text-left"
          >
            <ChevronRight size={13} aria-hidden="true" className={area === one.id ? 'rotate-90' : ''} />
            <span className="truncate">{one.name}</span>
          </button>
          <AddButton label={`Add all of ${one.name}`} onClick={() => add({ areaId: one.id })} />
        </ToDrag>
        <ul>{level(one.id, depth + 1)}</ul>
      </li>
    ))
  return (
    <aside aria-label="Add cases" className="flex w-[300px] shrink-0 flex-col border-l border-hairline bg-surface">
      <header className="flex items-center gap-2 px-4 pt-3 pb-2">
        <h2 className="flex-1 text-sm">Add cases</h2>
        <button type="button" aria-label="Close" title="Close (Esc)" onClick={onClose} className="p-1 text-soft hover:text-ink">
          <X size={15} />
        </button>
      </header>
      <div className="px-4 pb-2">
        <SearchField value={search} placeholder="Key, title, tag or owner" onChange={setSearch} />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4" tabIndex={0} role="region" aria-label="Cases to add">
        {search === '' && <ul>{level(null, 0)}</ul>}
        {cases.data && (
          <>
            <p className="mt-3 mb-1 text-soft">
              {count(cases.data.total, 'case')}
              {cases.data.total > MOST && `, the first ${MOST} of them`}
            </p>
            <ul>
              {cases.data.rows.map(({ key, title }) => (
                <li key={key}>
                  <ToDrag
                    what={there.has(key) ? null : { keys: [key] }}
                    label={key}
                    className={`flex min-h-[28px] items-center gap-2 ${there.has(key) ? 'text-soft' : ''}`}
                  >
                    <span className="w-[78px] shrink-0 font-mono text-dye">{key}</span>
                    <span className="min-w-0 flex-1 truncate" title={title}>
                      {title}
                    </span>
                    {there.has(key) ? <span>added</span> : <AddButton label={`Add ${key}`} onClick={() => add({ keys: [key] })} />}
                  </ToDrag>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </aside>
  )
}

interface ToDragProps extends ComponentProps<'div'> {
  /** null for what is in the suite already */
  what: AddedCases | null
  label: string
}

/** A line that can be dragged into the suite. */
function ToDrag({ what, label, ...props }: ToDragProps) {
  const { setNode, onPointerDown } = useDragged(what && ADDED_CASES.item(what, label))
  return <div ref={setNode} onPointerDown={onPointerDown} {...props} />
}

function AddButton({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <button type="button" aria-label={label} title={label} onClick={onClick} className="p-1 text-soft hover:text-dye">
      <Plus size={14} aria-hidden="true" />
    </button>
  )
}
