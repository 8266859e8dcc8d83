import type { ImportPreview, ImportRow } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatList } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { RowList } from '../../ui/row-list.js'
import { Button, messageOf } from '../../ui/states.js'
import { useCaseChanges } from './use-case-changes.js'

/** Cases from a table: first what each row will do, then doing it, then the way back. */
export function ImportDialog({ onClose }: { onClose: () => void }) {
  const { project } = useSession()
  const changes = useCaseChanges()
  const [file, setFile] = useState<File | null>(null)
  const path = { project: project.slug }
  const form = (chosen: File) => {
    const body = new FormData()
    body.append('file', chosen, chosen.name)
    return body
  }
  const preview = useMutation({
    mutationFn: (chosen: File) => api.post('/projects/{project}/case-tables/preview', { path, body: form(chosen) }),
  })
  const apply = useMutation({
    mutationFn: (chosen: File) => api.post('/projects/{project}/case-tables', { path, body: form(chosen) }),
    onSuccess: ({ made, changed, actId }) => {
      onClose()
      changes.done(`Made ${count(made, 'case')}, changed ${changed}`, actId)
    },
  })
  const choose = (chosen: File | undefined) => {
    if (!chosen) return
    setFile(chosen)
    preview.mutate(chosen)
  }
  const error: unknown = apply.error ?? preview.error
  const doing = (preview.data?.make ?? 0) + (preview.data?.change ?? 0)
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Import cases"
      description="A CSV file or a workbook (.xlsx). The first line names the columns; rows with a key change that case, rows without one make a new case."
    >
      <input
        type="file"
        aria-label="Table"
        accept=".csv,.tsv,.txt,.xlsx,text/csv"
        className="field file:mr-3 file:border-0 file:bg-transparent file:font-semibold file:text-dye"
        onChange={(event) => choose(event.target.files?.[0])}
      />
      {preview.isPending && <p role="status">Reading {file?.name} …</p>}
      {error !== null && error !== undefined && (
        <p role="alert" className="text-failed">
          {messageOf(error)}
        </p>
      )}
      {preview.data && <Preview preview={preview.data} />}
      {preview.data && file && (
        <div className="flex items-center gap-3">
          <Button kind="strong" disabled={doing === 0 || apply.isPending} onClick={() => apply.mutate(file)}>
            {apply.isPending ? 'Importing …' : `Make ${preview.data.make} and change ${preview.data.change}`}
          </Button>
          {doing === 0 && <span className="text-soft">There is nothing to do.</span>}
        </div>
      )}
    </Dialog>
  )
}

function Preview({ preview }: { preview: ImportPreview }) {
  const { rows, same, refuse, ignored, newAreas } = preview
  const notes = [
    same > 0 && `${count(same, 'case is', 'cases are')} already up to date.`,
    refuse > 0 && `${count(refuse, 'row')} can’t be imported and will be skipped.`,
    newAreas.length > 0 &&
      `New areas: ${formatList(newAreas.slice(0, 6))}${newAreas.length > 6 ? ` and ${newAreas.length - 6} more` : ''}.`,
    ignored.length > 0 && `Unrecognized columns: ${formatList(ignored)}.`,
  ].filter(Boolean)
  // what needs a look first
  const order = ['refuse', 'change', 'make', 'same']
  const sorted = [...rows].sort((a, b) => order.indexOf(a.action) - order.indexOf(b.action) || a.line - b.line)
  return (
    <>
      {notes.map((note) => (
        <p key={String(note)}>{note}</p>
      ))}
      <div className="flex h-[300px] flex-col border-y border-hairline">
        <RowList
          label="What each row will do"
          items={sorted}
          keyOf={() => null}
          selected={null}
          onSelect={() => undefined}
          heightOf={(row) => (row.changes.length + row.problems.length > 0 ? 48 : 30)}
          render={(row) => <PreviewRow row={row} />}
        />
      </div>
    </>
  )
}

const ACTIONS: Record<ImportRow['action'], [string, string]> = {
  make: ['new', 'text-passed'],
  change: ['changes', 'text-dye'],
  same: ['as it is', 'text-soft'],
  refuse: ['left out', 'text-failed'],
}

function PreviewRow({ row: { line, action, key, title, changes, problems } }: { row: ImportRow }) {
  const [words, colour] = ACTIONS[action]
  const more =
    problems.length > 0 ? problems.join('; ') : changes.map(({ field, from, to }) => `${field}: ${from || '–'} → ${to || '–'}`).join('; ')
  return (
    <>
      <div role="gridcell" className="w-[70px] shrink-0 text-soft">
        line {line}
      </div>
      <div role="gridcell" className={`w-[70px] shrink-0 font-semibold ${colour}`}>
        {words}
      </div>
      <div role="gridcell" className="min-w-0 flex-1">
        <p className="truncate">
          {key && <span className="mr-2 font-mono text-dye">{key}</span>}
          {title}
        </p>
        {more && (
          <p className="truncate text-soft" title={more}>
            {more}
          </p>
        )}
      </div>
    </>
  )
}
