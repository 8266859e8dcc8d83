import type { BulkSetDto } from '@bobbin/client'
import { X } from 'lucide-react'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Menu, MenuItem, MenuLabel, MenuRule, MenuSub } from '../../ui/menu.js'
import { Key } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'
import { AssignDialog } from '../manual/assign-dialog.js'
import { useSuiteChanges, useSuites } from '../suites/use-suites.js'
import { INTENTS, intentWords, PRIORITIES, STATES } from './case-address.js'
import { useMembers } from './queries.js'

export interface BulkBarProps {
  keys: string[]
  onSet: (set: BulkSetDto) => void
  onMove: () => void
  onDelete: () => void
  onClear: () => void
}

/** Their keys stand in the address of the download, which holds no more. */
const MOST_EXPORTED = 1000

/** What can be done with the picked cases; every choice says how many it will touch. */
export function BulkBar({ keys, onSet, onMove, onDelete, onClear }: BulkBarProps) {
  const { project } = useSession()
  const members = useMembers()
  const approves = useCan('approve')
  const [tagging, setTagging] = useState(false)
  const [assigning, setAssigning] = useState(false)
  const cases = count(keys.length, 'case')
  const download = (format: 'csv' | 'xlsx' | 'json') => {
    window.location.assign(api.address('/projects/{project}/case-tables', { path: { project: project.slug }, query: { format, keys } }))
  }
  return (
    <div
      role="toolbar"
      aria-label={`${cases} selected`}
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-dye bg-dye-wash px-5 py-2"
    >
      <strong>{cases} selected</strong>
      <Menu
        label={`Change ${cases}`}
        trigger={
          <CanButton right="editCases">
            Change {cases} <span aria-hidden="true">…</span>
          </CanButton>
        }
      >
        <MenuLabel>In all {cases}, set</MenuLabel>
        <MenuSub name="State">
          {STATES.map((state) => (
            <MenuItem key={state} disabled={state !== 'draft' && !approves} onSelect={() => onSet({ state })}>
              {state}
            </MenuItem>
          ))}
        </MenuSub>
        <MenuSub name="Priority">
          {PRIORITIES.map((words, i) => (
            <MenuItem key={words} onSelect={() => onSet({ priority: i + 1 })}>
              {words}
            </MenuItem>
          ))}
        </MenuSub>
        <MenuSub name="Automation">
          {INTENTS.map((intent) => (
            <MenuItem key={intent} onSelect={() => onSet({ intent })}>
              {intentWords(intent)}
            </MenuItem>
          ))}
        </MenuSub>
        <MenuSub name="Owner">
          <MenuItem onSelect={() => onSet({ ownerId: null })}>nobody</MenuItem>
          {members.data?.map((member) => (
            <MenuItem key={member.id} onSelect={() => onSet({ ownerId: member.id })}>
              {member.name}
            </MenuItem>
          ))}
        </MenuSub>
        <MenuItem onSelect={() => setTagging(true)}>Tags …</MenuItem>
        <MenuRule />
        <MenuSub name="Export">
          {keys.length > MOST_EXPORTED && <MenuLabel>More than 1,000 are selected: filter the list and export what it shows</MenuLabel>}
          <MenuItem disabled={keys.length > MOST_EXPORTED} onSelect={() => download('xlsx')}>
            Workbook (.xlsx)
          </MenuItem>
          <MenuItem disabled={keys.length > MOST_EXPORTED} onSelect={() => download('csv')}>
            CSV
          </MenuItem>
          <MenuItem disabled={keys.length > MOST_EXPORTED} onSelect={() => download('json')}>
            JSON
          </MenuItem>
        </MenuSub>
      </Menu>
      <AddToSuite keys={keys} />
      <CanButton right="run" onClick={() => setAssigning(true)}>
        Assign …
      </CanButton>
      <CanButton right="organize" onClick={onMove}>
        Move <Key>m</Key>
      </CanButton>
      <CanButton right="organize" onClick={onDelete}>
        Delete {cases}
      </CanButton>
      <button type="button" onClick={onClear} className="ml-auto inline-flex items-center gap-1 text-soft hover:text-ink">
        <X size={14} /> Clear selection
      </button>
      {assigning && <AssignDialog keys={keys} onClose={() => setAssigning(false)} />}
      {tagging && (
        <TagDialog
          cases={cases}
          onClose={() => setTagging(false)}
          onSet={(set) => {
            setTagging(false)
            onSet(set)
          }}
        />
      )}
    </div>
  )
}

const tagsOf = (text: string) => text.split(',').map((tag) => tag.trim()).filter((tag) => tag !== '') // prettier-ignore

function TagDialog({ cases, onSet, onClose }: { cases: string; onSet: (set: BulkSetDto) => void; onClose: () => void }) {
  const { register, handleSubmit, formState } = useForm({ defaultValues: { add: '', remove: '' } })
  const submit = handleSubmit(({ add, remove }) => onSet({ addTags: tagsOf(add), removeTags: tagsOf(remove) }))
  const named = (_: string, { add, remove }: { add: string; remove: string }) =>
    tagsOf(add).length + tagsOf(remove).length > 0 || 'Name a tag to add or to remove.'
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Tags of ${cases}`} description="Separate several with commas.">
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-3">
        <Field label="Add" error={formState.errors.add?.message}>
          <input autoFocus {...register('add', { validate: named })} />
        </Field>
        <Field label="Remove">
          <input {...register('remove')} />
        </Field>
        <FormEnd error={null} isPending={false} action={`Change ${cases}`} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

/** Puts the picked cases into a suite, behind those that it has. */
function AddToSuite({ keys }: { keys: string[] }) {
  const suites = useSuites()
  const { addCases } = useSuiteChanges()
  const fixed = suites.data?.rows.filter(({ filter, template }) => filter === null && !template) ?? []
  const add = (id: number, name: string) =>
    addCases.mutate({ id, keys }, { onSuccess: () => notify(`${count(keys.length, 'case')} added to ${name}`) })
  return (
    <Menu label="Add to a suite" trigger={<CanButton right="run">Add to a suite …</CanButton>}>
      {fixed.map(({ id, name, folder }) => (
        <MenuItem key={id} onSelect={() => add(id, name)}>
          {name} {folder && <span className="text-soft">{folder}</span>}
        </MenuItem>
      ))}
      {fixed.length === 0 && <MenuLabel>There is no suite to add to; make one under Suites</MenuLabel>}
    </Menu>
  )
}
