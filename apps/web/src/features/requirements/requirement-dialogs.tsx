import type { RequirementRow } from '@bobbin/client'
import { requirementLines } from '@bobbin/core'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { count, formatList } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { notify } from '../../ui/toast.js'
import { CasePicker } from '../scripts/case-picker.js'
import { useRequirementChanges } from './use-requirements.js'

interface Values {
  key: string
  name: string
  note: string
  address: string
}

export function RequirementDialog({ row, onClose }: { row: RequirementRow | null; onClose: () => void }) {
  const { save } = useRequirementChanges()
  const { register, handleSubmit, formState } = useForm<Values>({
    defaultValues: { key: row?.key ?? '', name: row?.name ?? '', note: row?.note ?? '', address: row?.address ?? '' },
  })
  const submit = handleSubmit(({ key, name, note, address }) =>
    save.mutate({ id: row?.id ?? null, ...(key !== '' && { key }), name, note, address: address || null }, { onSuccess: onClose }),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={row ? `Change ${row.key}` : 'New requirement'}
      description="Something that must hold, kept here or in an outside tracker."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="What must hold" error={formState.errors.name?.message}>
          <input autoFocus {...register('name', { required: 'Say what must hold' })} />
        </Field>
        <div className="flex gap-3">
          <Field label="Key" hint={row ? undefined : 'Empty: the next one'} className="w-40">
            <input {...register('key')} placeholder="TIDE-31" />
          </Field>
          <Field label="Address" hint="If it is kept elsewhere" className="flex-1">
            <input {...register('address')} placeholder="https://tide.gullhaven.example/31" />
          </Field>
        </div>
        <Field label="Note">
          <textarea rows={3} {...register('note')} />
        </Field>
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

/** Requirements one a line, out of a spreadsheet or another program. */
export function PasteDialog({ onClose }: { onClose: () => void }) {
  const changes = useRequirementChanges()
  const [text, setText] = useState('')
  const { rows, unread } = requirementLines(text)
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Import requirements"
      description="One a line: key, what must hold, and an address if there is one. Where a key is there already, its words are changed."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          changes.import.mutate(rows, {
            onSuccess: ({ made, changed }) => {
              notify(`${count(made, 'requirement')} created, ${changed} changed`)
              onClose()
            },
          })
        }}
      >
        <textarea
          className="field font-mono text-xs"
          aria-label="Requirements, one a line"
          rows={10}
          autoFocus
          value={text}
          onChange={({ target }) => setText(target.value)}
          placeholder={'TIDE-31; Loads over the axle limit are refused\nTIDE-34; Dangerous goods stand apart'}
        />
        <p role="status" className={unread.length > 0 ? 'text-failed' : 'text-soft'}>
          {count(rows.length, 'requirement')}
          {unread.length > 0 && `; no key and title in line ${formatList(unread.slice(0, 8).map(String))}${unread.length > 8 ? ' …' : ''}`}
        </p>
        <FormEnd
          error={changes.import.error}
          isPending={changes.import.isPending || rows.length === 0}
          action={`Import ${count(rows.length, 'requirement')}`}
          onCancel={onClose}
        />
      </form>
    </Dialog>
  )
}

/** Ties cases one after the other; the dialog stays until it is closed. */
export function TieDialog({ row, onClose }: { row: RequirementRow; onClose: () => void }) {
  const { tie } = useRequirementChanges()
  const taken = new Set(row.cases.map(({ key }) => key))
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Cases that verify ${row.key}`} description={row.name}>
      {row.cases.length > 0 && (
        <ul aria-label="Tied cases" className="max-h-[24vh] overflow-y-auto">
          {row.cases.map(({ key, title }) => (
            <li key={key} className="flex items-center gap-3 border-b border-hairline py-1">
              <span className="w-[86px] shrink-0 font-mono">{key}</span>
              <span className="min-w-0 flex-1 truncate">{title}</span>
              <button type="button" className="link" aria-label={`Untie ${key}`} onClick={() => tie.mutate({ id: row.id, remove: [key] })}>
                Untie
              </button>
            </li>
          ))}
        </ul>
      )}
      <CasePicker error={tie.error} taken={taken} onPick={({ key }) => !taken.has(key) && tie.mutate({ id: row.id, add: [key] })} />
    </Dialog>
  )
}
