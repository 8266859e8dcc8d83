import type { CaseRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useState, type KeyboardEvent } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'

const SHOWN = 40

export interface CasePickerProps {
  onPick: (row: CaseRow) => void
  /** Why the last choice was refused. */
  error?: unknown
  /** Keys that are chosen already, and said to be. */
  taken?: ReadonlySet<string>
}

/** Finds a case by typing; arrows choose, Enter picks. */
export function CasePicker({ onPick, error = null, taken }: CasePickerProps) {
  const { project } = useSession()
  const [search, setSearch] = useState('')
  const [at, setAt] = useState(0)
  const cases = useQuery({
    queryKey: keyFor('cases', project.slug, 'pick', search),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/cases', { path: { project: project.slug }, query: { search, limit: SHOWN }, signal }),
    placeholderData: (before) => before,
  })
  const rows = (cases.data?.rows ?? []).slice(0, SHOWN)
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    const row = rows[at]
    if (step) setAt(Math.min(rows.length - 1, Math.max(0, at + step)))
    else if (event.key === 'Enter' && row) onPick(row)
    else return
    event.preventDefault()
  }
  return (
    <>
      <input
        className="field"
        autoFocus
        role="combobox"
        aria-expanded="true"
        aria-controls="case-picker"
        aria-activedescendant={rows[at] ? `pick-${rows[at].key}` : undefined}
        aria-label="Find a case"
        placeholder="Key, title, tag or owner"
        value={search}
        onKeyDown={press}
        onChange={(event) => {
          setSearch(event.target.value)
          setAt(0)
        }}
      />
      {error !== null && (
        <p role="alert" className="text-failed">
          {messageOf(error)}
        </p>
      )}
      <ul id="case-picker" role="listbox" aria-label="Cases" className="max-h-[44vh] min-h-[90px] overflow-y-auto">
        {rows.map((row, i) => (
          <li
            key={row.key}
            id={`pick-${row.key}`}
            role="option"
            aria-selected={i === at}
            onMouseMove={() => setAt(i)}
            onClick={() => onPick(row)}
            className={`flex min-h-[30px] cursor-pointer items-center gap-3 px-2 ${i === at ? 'bg-dye-wash' : ''}`}
          >
            <span className="w-[86px] shrink-0 font-mono text-dye">{row.key}</span>
            <span className="min-w-0 flex-1 truncate">{row.title}</span>
            <span className="max-w-[160px] truncate text-soft">{taken?.has(row.key) ? 'tied' : row.area}</span>
          </li>
        ))}
      </ul>
      {cases.data && rows.length === 0 && <p className="text-soft">No matching case “{search}”.</p>}
    </>
  )
}
