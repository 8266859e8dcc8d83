import { PRIORITY_WORDS } from '@bobbin/core'
import type { SuiteFilter, SuiteRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { useRequirements } from '../requirements/use-requirements.js'
import { useSuiteChanges } from './use-suites.js'

interface Values {
  name: string
  folder: string
  note: string
  kind: 'chosen' | 'filter'
  tags: string
  priorities: string[]
  areaId: string
  ownerId: string
  requirementId: string
  state: string
  failedLast: boolean
  unsteady: boolean
  notRunDays: string
  changedDays: string
}

export interface SuiteDialogProps {
  /** Null for a new one. */
  suite: SuiteRow | null
  folders: readonly string[]
  onClose: () => void
  onSaved: (id: number) => void
}

/** What a suite is called, and how it finds its cases. */
export function SuiteDialog({ suite, folders, onClose, onSaved }: SuiteDialogProps) {
  const { save } = useSuiteChanges()
  const { register, handleSubmit, watch, formState } = useForm<Values>({ defaultValues: valuesOf(suite) })
  const kind = watch('kind')
  const submit = handleSubmit((values) =>
    save.mutate(
      { id: suite?.id ?? null, dto: { name: values.name, folder: values.folder, note: values.note, filter: filterOf(values) } },
      {
        onSuccess: ({ id }) => {
          onSaved(id)
          onClose()
        },
      },
    ),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={suite ? `Change ${suite.name}` : 'New suite'}
      description="A suite is an ordered selection of cases that plans run."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <div className="flex gap-3">
          <Field label="Name" className="flex-1" error={formState.errors.name?.message}>
            <input {...register('name', { required: 'Name the suite' })} autoFocus />
          </Field>
          <Field label="Folder" className="w-44">
            <input {...register('folder')} list="suite-folders" placeholder="Every day" />
          </Field>
          <datalist id="suite-folders">
            {folders.map((folder) => (
              <option key={folder} value={folder} />
            ))}
          </datalist>
        </div>
        <Field label="Note">
          <textarea {...register('note')} rows={2} />
        </Field>
        <fieldset className="flex gap-5">
          <legend className="mb-1">Its cases</legend>
          <label className="flex items-center gap-1.5">
            <input type="radio" value="chosen" {...register('kind')} /> chosen one by one, in order
          </label>
          <label className="flex items-center gap-1.5">
            <input type="radio" value="filter" {...register('kind')} /> found by a filter each time
          </label>
        </fieldset>
        {kind === 'filter' && <FilterFields register={register} />}
        <FormEnd error={save.error} isPending={save.isPending} action={suite ? 'Save' : 'Create the suite'} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function FilterFields({ register }: { register: ReturnType<typeof useForm<Values>>['register'] }) {
  const { project } = useSession()
  const path = { project: project.slug }
  const areas = useQuery({ queryKey: keyFor('areas', project.slug), queryFn: () => api.get('/projects/{project}/areas', { path }) })
  const requirements = useRequirements()
  const members = useQuery({ queryKey: keyFor('members', project.slug), queryFn: () => api.get('/projects/{project}/members', { path }) })
  return (
    <fieldset className="grid grid-cols-2 gap-3 rounded border border-hairline p-3">
      <legend className="px-1 text-soft">All that is set must hold</legend>
      <Field label="Tags" hint="Any of them, separated by commas">
        <input {...register('tags')} placeholder="smoke, safety" />
      </Field>
      <Field label="Area, with all below">
        <select {...register('areaId')}>
          <option value="">any</option>
          {areas.data?.map((area) => (
            <option key={area.id} value={area.id}>
              {pathOf(area.id, areas.data)}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Owner">
        <select {...register('ownerId')}>
          <option value="">anybody</option>
          {members.data?.map((member) => (
            <option key={member.id} value={member.id}>
              {member.name}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Verifying">
        <select {...register('requirementId')}>
          <option value="">any requirement, or none</option>
          {requirements.data?.rows.map((row) => (
            <option key={row.id} value={row.id}>
              {row.key} {row.name}
            </option>
          ))}
        </select>
      </Field>
      <Field label="State">
        <select {...register('state')}>
          <option value="">draft or approved</option>
          <option value="approved">approved</option>
          <option value="draft">draft</option>
        </select>
      </Field>
      <div className="flex flex-col gap-1">
        <span>Priority</span>
        <span className="flex gap-3">
          {PRIORITY_WORDS.map((name, i) => (
            <label key={name} className="flex items-center gap-1">
              <input type="checkbox" value={i + 1} {...register('priorities')} /> {name}
            </label>
          ))}
        </span>
      </div>
      <div className="flex flex-col gap-1">
        <span>Results</span>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" {...register('failedLast')} /> failed or errored last time
        </label>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" {...register('unsteady')} /> passed and failed lately
        </label>
      </div>
      <Field label="Not run for so many days">
        <input type="number" min={1} {...register('notRunDays')} />
      </Field>
      <Field label="Changed within so many days">
        <input type="number" min={1} {...register('changedDays')} />
      </Field>
    </fieldset>
  )
}

function pathOf(id: number, areas: readonly { id: number; parentId: number | null; name: string }[]): string {
  const area = areas.find((one) => one.id === id)
  if (!area) return ''
  return area.parentId === null ? area.name : `${pathOf(area.parentId, areas)} › ${area.name}`
}

function valuesOf(suite: SuiteRow | null): Values {
  const filter = suite?.filter ?? {}
  return {
    name: suite?.name ?? '',
    folder: suite?.folder ?? '',
    note: suite?.note ?? '',
    kind: suite?.filter ? 'filter' : 'chosen',
    tags: filter.tags?.join(', ') ?? '',
    priorities: filter.priorities?.map(String) ?? [],
    areaId: String(filter.areaId ?? ''),
    ownerId: String(filter.ownerId ?? ''),
    requirementId: String(filter.requirementId ?? ''),
    state: filter.states?.[0] ?? '',
    failedLast: filter.failedLast ?? false,
    unsteady: filter.unsteady ?? false,
    notRunDays: String(filter.notRunDays ?? ''),
    changedDays: String(filter.changedDays ?? ''),
  }
}

function filterOf(values: Values): SuiteFilter | null {
  if (values.kind === 'chosen') return null
  const tags = values.tags.split(',').map((tag) => tag.trim()).filter((tag) => tag !== '') // prettier-ignore
  const number = (text: string) => (text === '' ? undefined : Number(text))
  return {
    ...(tags.length > 0 && { tags }),
    ...(values.priorities.length > 0 && { priorities: values.priorities.map(Number) }),
    ...(values.areaId !== '' && { areaId: Number(values.areaId) }),
    ...(values.ownerId !== '' && { ownerId: Number(values.ownerId) }),
    ...(values.requirementId !== '' && { requirementId: Number(values.requirementId) }),
    ...(values.state !== '' && { states: [values.state as 'draft' | 'approved'] }),
    ...(values.failedLast && { failedLast: true }),
    ...(values.unsteady && { unsteady: true }),
    ...(number(values.notRunDays) !== undefined && { notRunDays: number(values.notRunDays) }),
    ...(number(values.changedDays) !== undefined && { changedDays: number(values.changedDays) }),
  }
}
