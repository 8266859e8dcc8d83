import { visibleText } from '@bobbin/core'
import type { ScriptRef } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState, type KeyboardEvent } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Dialog } from '../../ui/dialog.js'
import { messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'

export interface LinkDialogProps {
  script: ScriptRef
  open: boolean
  onOpenChange: (open: boolean) => void
}

const SHOWN = 40

/** Finds a case by typing and links the script to it; arrows choose, Enter links. */
export function LinkDialog({ script, open, onOpenChange }: LinkDialogProps) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Link to a case" description={visibleText(script.name)}>
      <CasePicker script={script} onDone={() => onOpenChange(false)} />
    </Dialog>
  )
}

/** Links and unlinks; everything that shows links is read again. */
export function useLinking(script: ScriptRef) {
  const { project } = useSession()
  const path = (key: string) => ({ project: project.slug, id: script.id, key })
  const refresh = useRefresh()
  // an undo has no place on the page where it could say that it failed
  const onError = (error: unknown) => notifyError(messageOf(error))
  const unlink = useMutation({
    mutationFn: (key: string) => api.delete('/projects/{project}/scripts/{id}/links/{key}', { path: path(key) }),
    onSuccess: refresh,
    onError,
  })
  const link = useMutation({
    mutationFn: (key: string) => api.put('/projects/{project}/scripts/{id}/links/{key}', { path: path(key) }),
    onSuccess: refresh,
    onError,
  })
  return { link, unlink }
}

function CasePicker({ script, onDone }: { script: ScriptRef; onDone: () => void }) {
  const { project } = useSession()
  const [search, setSearch] = useState('')
  const [at, setAt] = useState(0)
  const { link, unlink } = useLinking(script)
  const cases = useQuery({
    queryKey: ['cases', project.slug, 'pick', search],
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/cases', { path: { project: project.slug }, query: { search, limit: SHOWN }, signal }),
    placeholderData: (before) => before,
  })
  const rows = (cases.data?.rows ?? []).slice(0, SHOWN)
  const choose = (key: string) =>
    link.mutate(key, {
      onSuccess: () => {
        onDone()
        notifyUndo(`Linked to ${key}`, () => unlink.mutate(key))
      },
    })
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    const row = rows[at]
    if (step) setAt(Math.min(rows.length - 1, Math.max(0, at + step)))
    else if (event.key === 'Enter' && row) choose(row.key)
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
      {link.error && (
        <p role="alert" className="text-failed">
          {messageOf(link.error)}
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
            onClick={() => choose(row.key)}
            className={`flex min-h-[30px] cursor-pointer items-center gap-3 px-2 ${i === at ? 'bg-dye-wash' : ''}`}
          >
            <span className="w-[86px] shrink-0 font-mono text-dye">{row.key}</span>
            <span className="min-w-0 flex-1 truncate">{row.title}</span>
            <span className="max-w-[160px] truncate text-soft">{row.area}</span>
          </li>
        ))}
      </ul>
      {cases.data && rows.length === 0 && <p className="text-soft">No matching case “{search}”.</p>}
    </>
  )
}
