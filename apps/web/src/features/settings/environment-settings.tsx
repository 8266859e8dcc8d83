import type { Environment, EnvironmentDto, Profile } from '@bobbin/client'
import { recurrenceFault, recurrenceWords } from '@bobbin/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useFieldArray, useForm } from 'react-hook-form'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { formatExact } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { HistoryDialog } from '../audit/history-dialog.js'

/** Where systems under test run, what protects them, and what they are tested with. */
export function EnvironmentSettings() {
  const { project } = useSession()
  const [editing, setEditing] = useState<Environment | 'new' | null>(null)
  const environments = useQuery({
    queryKey: keyFor('environments', project.slug),
    queryFn: () => api.get('/projects/{project}/environments', { path: { project: project.slug } }),
  })
  if (environments.isPending) return <Loading what="the environments" />
  if (environments.error) return <ErrorState error={environments.error} onRetry={() => void environments.refetch()} />
  const { rows, profiles } = environments.data
  return (
    <>
      <section aria-label="All environments" className="mb-9">
        <div className="mb-2 flex items-center justify-between gap-4">
          <p className="text-soft">
            Where the system under test runs. Deliveries add environments by name; here they get an address, variables and protection.
          </p>
          <CanButton right="manage" onClick={() => setEditing('new')}>
            Add an environment
          </CanButton>
        </div>
        <ul>
          {rows.map((environment) => (
            <EnvironmentLine key={environment.id} environment={environment} onEdit={() => setEditing(environment)} />
          ))}
        </ul>
        {rows.length === 0 && <p className="text-soft">There is none yet.</p>}
      </section>
      <Profiles profiles={profiles} />
      {editing && (
        <EnvironmentDialog environment={editing === 'new' ? null : editing} profiles={profiles} onClose={() => setEditing(null)} />
      )}
    </>
  )
}

function useChange() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  return {
    path: (id: number) => ({ project: project.slug, id }),
    onSuccess: () => invalidate('environments'),
    onError: (error: unknown) => notifyError(messageOf(error)),
  }
}

function EnvironmentLine({ environment, onEdit }: { environment: Environment; onEdit: () => void }) {
  const { path, onSuccess, onError } = useChange()
  const manages = useCan('manage')
  const [dialog, setDialog] = useState<'open' | 'secrets' | 'history' | 'delete' | null>(null)
  const { id, name, address, probed, open, secrets, runAs, maintenance, attributes } = environment
  const probe = useMutation({
    mutationFn: () => api.post('/projects/{project}/environments/{id}/probe', { path: path(id) }),
    onSuccess,
    onError,
  })
  const close = useMutation({
    mutationFn: () => api.delete('/projects/{project}/environments/{id}/opening', { path: path(id) }),
    onSuccess,
    onError,
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/environments/{id}', { path: path(id) }),
    onSuccess,
    onError,
  })
  const details = [
    Object.entries(attributes).map(([key, value]) => `${key}: ${value}`).join(', '), // prettier-ignore
    secrets.length > 0 ? `secrets ${secrets.map((secret) => secret.name).join(', ')}` : '',
    runAs ? `runs sign in as ${runAs}` : '',
    maintenance.length > 0
      ? `closed ${maintenance.map((window) => (window.recurrence ? recurrenceWords(window.recurrence) : formatExact(window.at ?? ''))).join('; ')}`
      : '',
  ].filter((part) => part !== '')
  return (
    <li className="border-t border-hairline py-2.5">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1 truncate">
          <strong className="font-semibold">{name}</strong>{' '}
          {address && (
            <a className="link font-mono" href={address} target="_blank" rel="noreferrer">
              {address}
            </a>
          )}
        </span>
        {environment.protected &&
          (open ? (
            <CanButton right="run" onClick={() => close.mutate()}>
              Close it
            </CanButton>
          ) : (
            <CanButton right="runProtected" onClick={() => setDialog('open')}>
              Open for runs …
            </CanButton>
          ))}
        {environment.probe && (
          <CanButton right="run" disabled={probe.isPending} onClick={() => probe.mutate()}>
            {probe.isPending ? 'Asking …' : 'Probe now'}
          </CanButton>
        )}
        {manages && (
          <Menu label={`Actions for ${name}`} trigger={<Button aria-label={`Actions for ${name}`}>…</Button>}>
            <MenuItem onSelect={onEdit}>Change …</MenuItem>
            <MenuItem onSelect={() => setDialog('secrets')}>Secrets …</MenuItem>
            <MenuItem onSelect={() => setDialog('history')}>History</MenuItem>
            <MenuItem onSelect={() => setDialog('delete')}>Delete the environment …</MenuItem>
          </Menu>
        )}
      </div>
      <p className="text-soft">
        {environment.protected && (
          <span className={open ? '' : 'text-errored'}>
            {open ? (
              <>
                Protected, and open until <Time iso={open.until} />: {open.reason} ({open.by}).{' '}
              </>
            ) : (
              'Protected: it takes no run until somebody opens it. '
            )}
            {environment.schedules ? 'Schedules may run while it is open. ' : 'Schedules never run here. '}
          </span>
        )}
        {probed && (
          <span className={probed.ok ? '' : 'text-failed'}>
            Its probe {probed.said} <Time iso={probed.at} />.{' '}
          </span>
        )}
        {details.join(' · ')}
      </p>
      {dialog === 'open' && <OpenDialog environment={environment} onClose={() => setDialog(null)} />}
      {dialog === 'secrets' && <SecretsDialog environment={environment} onClose={() => setDialog(null)} />}
      {dialog === 'delete' && (
        <ConfirmDialog
          title={`Delete ${name}?`}
          description="Its variables and secrets go with it. One that has runs can’t be deleted."
          action="Delete the environment"
          onConfirm={() => remove.mutate()}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'history' && <HistoryDialog kind="environment" id={id} name={name} onClose={() => setDialog(null)} />}
    </li>
  )
}

function OpenDialog({ environment, onClose }: { environment: Environment; onClose: () => void }) {
  const { path, onSuccess } = useChange()
  const { register, handleSubmit, formState } = useForm({ defaultValues: { hours: 1, reason: '' } })
  const open = useMutation({
    mutationFn: ({ hours, reason }: { hours: number; reason: string }) =>
      api.put('/projects/{project}/environments/{id}/opening', {
        path: path(environment.id),
        body: { minutes: Math.round(hours * 60), reason },
      }),
    onSuccess: () => {
      void onSuccess()
      onClose()
    },
  })
  return (
    <Dialog
      open
      onOpenChange={(next) => !next && onClose()}
      title={`Open ${environment.name} for runs`}
      description="It is protected. For how long, and why, stays in the audit log."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void handleSubmit((values) => open.mutate(values))(event)}>
        <Field label="Hours">
          <input type="number" min={0.25} max={168} step={0.25} {...register('hours', { valueAsNumber: true, required: true })} />
        </Field>
        <Field label="Reason" error={formState.errors.reason?.message}>
          <input {...register('reason', { required: 'Say why it is opened' })} autoFocus />
        </Field>
        <FormEnd error={open.error} isPending={open.isPending} action="Open it" />
      </form>
    </Dialog>
  )
}

function SecretsDialog({ environment, onClose }: { environment: Environment; onClose: () => void }) {
  const { path, onSuccess, onError } = useChange()
  const { project } = useSession()
  const { register, handleSubmit, reset } = useForm({ defaultValues: { name: '', value: '' } })
  const set = useMutation({
    mutationFn: ({ name, value }: { name: string; value: string }) =>
      api.put('/projects/{project}/environments/{id}/secrets/{name}', { path: { ...path(environment.id), name }, body: { value } }),
    onSuccess: () => {
      void onSuccess()
      reset()
      notify('The secret is set. It is not shown again.')
    },
    onError,
  })
  const remove = useMutation({
    mutationFn: (name: string) =>
      api.delete('/projects/{project}/environments/{id}/secrets/{name}', { path: { project: project.slug, id: environment.id, name } }),
    onSuccess,
    onError,
  })
  return (
    <Dialog
      open
      onOpenChange={(next) => !next && onClose()}
      title={`Secrets of ${environment.name}`}
      description="Handed to runs as variables, kept encrypted, never shown again, and masked in logs and results."
    >
      <ul>
        {environment.secrets.map(({ name, setAt }) => (
          <li key={name} className="flex items-center gap-3 border-t border-hairline py-1.5">
            <span className="flex-1 font-mono">{name}</span>
            <span className="text-soft">
              set <Time iso={setAt} />
            </span>
            <Button onClick={() => remove.mutate(name)}>Remove</Button>
          </li>
        ))}
      </ul>
      <form className="flex items-end gap-2" onSubmit={(event) => void handleSubmit((values) => set.mutate(values))(event)}>
        <Field label="Name">
          <input {...register('name', { required: true, pattern: /^[A-Za-z_]\w*$/ })} className="font-mono" placeholder="API_KEY" />
        </Field>
        <Field label="Value" className="flex-1">
          <input type="password" autoComplete="off" {...register('value', { required: true })} />
        </Field>
        <Button type="submit" kind="strong" disabled={set.isPending}>
          Set
        </Button>
      </form>
    </Dialog>
  )
}

interface Values {
  name: string
  address: string
  runAs: string
  probeUrl: string
  probeStatus: string
  probeText: string
  protected: boolean
  schedules: boolean
  profiles: string[]
  attributes: { key: string; value: string }[]
  variables: { key: string; value: string }[]
  maintenance: { note: string; minutes: number; kind: 'once' | 'rule'; at: string; rule: string; zone: string }[]
}

function EnvironmentDialog({
  environment,
  profiles,
  onClose,
}: {
  environment: Environment | null
  profiles: Profile[]
  onClose: () => void
}) {
  const { path, onSuccess } = useChange()
  const { project } = useSession()
  const { register, control, handleSubmit, watch, formState } = useForm<Values>({ defaultValues: valuesOf(environment) })
  const windows = useFieldArray({ control, name: 'maintenance' })
  const save = useMutation({
    mutationFn: (body: EnvironmentDto) =>
      environment
        ? api.put('/projects/{project}/environments/{id}', { path: path(environment.id), body })
        : api.post('/projects/{project}/environments', { path: { project: project.slug }, body }),
    onSuccess: () => {
      void onSuccess()
      onClose()
    },
  })
  const maintenance = watch('maintenance')
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={environment ? `Change ${environment.name}` : 'New environment'}
      description="Where the system under test runs."
    >
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit((values) => save.mutate(dtoOf(values)))(event)}>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Name" error={formState.errors.name?.message}>
            <input {...register('name', { required: 'Name the environment' })} autoFocus />
          </Field>
          <Field label="Address of the system under test">
            <input type="url" {...register('address')} placeholder="http://harbour.example" />
          </Field>
          <Field label="Automated runs sign in as" hint="An account of their own, never a person’s">
            <input {...register('runAs')} />
          </Field>
        </div>
        <Pairs
          control={control}
          register={register}
          name="variables"
          title="Variables"
          hint="handed to runs in the environment of their process"
        />
        <Pairs control={control} register={register} name="attributes" title="Attributes" hint="for people" />
        {profiles.length > 0 && (
          <fieldset>
            <legend>Profiles it can be tested with; none is every one</legend>
            <span className="flex flex-wrap gap-x-4">
              {profiles.map(({ id, name }) => (
                <label key={id} className="flex items-center gap-1.5">
                  <input type="checkbox" value={name} {...register('profiles')} /> {name}
                </label>
              ))}
            </span>
          </fieldset>
        )}
        <fieldset className="grid grid-cols-3 gap-3">
          <legend className="mb-1">Probe, asked before each use</legend>
          <Field label="Address">
            <input type="url" {...register('probeUrl')} placeholder="http://harbour.example/health" />
          </Field>
          <Field label="Status" hint="Empty: 200 to 299">
            <input type="number" min={100} max={599} {...register('probeStatus')} />
          </Field>
          <Field label="The answer contains">
            <input {...register('probeText')} />
          </Field>
        </fieldset>
        <fieldset className="flex flex-col gap-2">
          <legend>Maintenance, when it takes no run</legend>
          {windows.fields.map((field, i) => (
            <div key={field.id} className="flex flex-wrap items-end gap-2">
              <select {...register(`maintenance.${i}.kind`)} aria-label={`Window ${i + 1}: once or again`} className="field">
                <option value="once">once</option>
                <option value="rule">by a rule</option>
              </select>
              <input
                type="datetime-local"
                required
                {...register(`maintenance.${i}.at`)}
                aria-label={`Window ${i + 1}: from`}
                className="field"
              />
              {maintenance[i]?.kind === 'rule' && (
                <input
                  {...register(`maintenance.${i}.rule`, {
                    validate: (rule) => recurrenceFault({ rule, start: '2026-01-01T00:00:00', zone: 'UTC' }) === null,
                  })}
                  aria-label={`Window ${i + 1}: rule (RFC 5545)`}
                  className="field w-44 font-mono"
                  placeholder="FREQ=WEEKLY;BYDAY=WE"
                />
              )}
              <input
                type="number"
                min={1}
                {...register(`maintenance.${i}.minutes`, { valueAsNumber: true, required: true })}
                aria-label={`Window ${i + 1}: minutes`}
                className="field w-20"
              />
              <span>min</span>
              <input {...register(`maintenance.${i}.note`)} aria-label={`Window ${i + 1}: note`} placeholder="why" className="field w-32" />
              <Button onClick={() => windows.remove(i)} aria-label={`Remove window ${i + 1}`}>
                ×
              </Button>
            </div>
          ))}
          <Button
            className="self-start"
            onClick={() =>
              windows.append({
                note: '',
                minutes: 60,
                kind: 'once',
                at: '',
                rule: 'FREQ=WEEKLY;BYDAY=WE',
                zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
              })
            }
          >
            Add a window
          </Button>
        </fieldset>
        <fieldset className="flex flex-col gap-1">
          <legend>Protection</legend>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" {...register('protected')} /> protected: takes no run until somebody with that right opens it
          </label>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" disabled={!watch('protected')} {...register('schedules')} /> while it is open, schedules may run in it,
            too
          </label>
        </fieldset>
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function Pairs({
  control,
  register,
  name,
  title,
  hint,
}: {
  control: ReturnType<typeof useForm<Values>>['control']
  register: ReturnType<typeof useForm<Values>>['register']
  name: 'variables' | 'attributes'
  title: string
  hint: string
}) {
  const { fields, append, remove } = useFieldArray({ control, name })
  return (
    <fieldset className="flex flex-col gap-1">
      <legend>
        {title} <span className="text-soft">{hint}</span>
      </legend>
      {fields.map((field, i) => (
        <div key={field.id} className="flex gap-2">
          <input {...register(`${name}.${i}.key`)} aria-label={`${title}: name ${i + 1}`} className="field w-44 font-mono" />
          <input {...register(`${name}.${i}.value`)} aria-label={`${title}: value ${i + 1}`} className="field flex-1 font-mono" />
          <Button onClick={() => remove(i)} aria-label={`${title}: remove ${i + 1}`}>
            ×
          </Button>
        </div>
      ))}
      <Button className="self-start" onClick={() => append({ key: '', value: '' })}>
        Add
      </Button>
    </fieldset>
  )
}

const pairsOf = (values: Record<string, string> = {}) => Object.entries(values).map(([key, value]) => ({ key, value }))
const localOf = (iso: string): string => {
  const at = new Date(iso)
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}

function valuesOf(environment: Environment | null): Values {
  return {
    name: environment?.name ?? '',
    address: environment?.address ?? '',
    runAs: environment?.runAs ?? '',
    probeUrl: environment?.probe?.url ?? '',
    probeStatus: String(environment?.probe?.status ?? ''),
    probeText: environment?.probe?.text ?? '',
    protected: environment?.protected ?? false,
    schedules: environment?.schedules ?? false,
    profiles: environment?.profiles ?? [],
    attributes: pairsOf(environment?.attributes),
    variables: pairsOf(environment?.variables),
    maintenance: (environment?.maintenance ?? []).map(({ note, minutes, at, recurrence }) => ({
      note,
      minutes,
      kind: recurrence ? 'rule' : 'once',
      at: recurrence ? recurrence.start.slice(0, 16) : at ? localOf(at) : '',
      rule: recurrence?.rule ?? '',
      zone: recurrence?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    })),
  }
}

const recordOf = (pairs: readonly { key: string; value: string }[]) =>
  Object.fromEntries(pairs.filter(({ key }) => key.trim() !== '').map(({ key, value }) => [key.trim(), value]))

const dtoOf = (values: Values): EnvironmentDto => ({
  name: values.name,
  address: values.address || null,
  runAs: values.runAs || null,
  probeUrl: values.probeUrl || null,
  probeStatus: values.probeStatus === '' ? null : Number(values.probeStatus),
  probeText: values.probeText || null,
  protected: values.protected,
  schedules: values.protected && values.schedules,
  profiles: values.profiles,
  attributes: recordOf(values.attributes),
  variables: recordOf(values.variables),
  maintenance: values.maintenance.map(({ note, minutes, kind, at, rule, zone }) =>
    kind === 'once' ? { note, minutes, at: new Date(at).toISOString() } : { note, minutes, recurrence: { rule, start: `${at}:00`, zone } },
  ),
})

function Profiles({ profiles }: { profiles: Profile[] }) {
  const { project } = useSession()
  const { onSuccess, onError } = useChange()
  const manages = useCan('manage')
  const { register, handleSubmit, reset } = useForm({ defaultValues: { name: '', browser: '', device: '', os: '', locale: '' } })
  const add = useMutation({
    mutationFn: (body: { name: string }) => api.post('/projects/{project}/profiles', { path: { project: project.slug }, body }),
    onSuccess: () => {
      void onSuccess()
      reset()
    },
    onError,
  })
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/profiles/{id}', { path: { project: project.slug, id } }),
    onSuccess,
    onError,
  })
  return (
    <section aria-labelledby="profiles">
      <h2 id="profiles" className="mb-1 text-base">
        Profiles
      </h2>
      <p className="mb-2 text-soft">
        What the system is tested on: a browser, a device, an operating system, a locale. Plans cross them with environments.
      </p>
      <ul>
        {profiles.map(({ id, name, browser, device, os, locale }) => (
          <li key={id} className="flex items-center gap-3 border-t border-hairline py-1.5">
            <strong className="w-36 font-semibold">{name}</strong>
            <span className="flex-1 text-soft">{[browser, device, os, locale].filter(Boolean).join(', ')}</span>
            {manages && <Button onClick={() => remove.mutate(id)}>Delete</Button>}
          </li>
        ))}
      </ul>
      {manages && (
        <form
          className="mt-2 flex flex-wrap items-end gap-2"
          onSubmit={(event) => void handleSubmit((values) => add.mutate(values))(event)}
        >
          {(['name', 'browser', 'device', 'os', 'locale'] as const).map((field) => (
            <Field
              key={field}
              label={field === 'os' ? 'Operating system' : `${field.charAt(0).toUpperCase()}${field.slice(1)}`}
              className="w-[118px]"
            >
              <input {...register(field, { required: field === 'name' })} />
            </Field>
          ))}
          <Button type="submit" disabled={add.isPending}>
            Add a profile
          </Button>
        </form>
      )}
    </section>
  )
}
