import type { NotificationRule, NotificationRuleDto } from '@bobbin/client'
import { NOTICE_KINDS, type NoticeKind } from '@bobbin/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'

const EVENT_WORDS: Record<NoticeKind, string> = {
  newCause: 'a new cause of failures on the main branch',
  backAgain: 'a resolved cause is back',
  mine: 'a failure is assigned to me',
  assigned: 'cases to do by hand are assigned to me',
  mention: 'somebody mentions me',
  comment: 'a comment on what I follow',
  muteEnded: 'a mute has ended',
  defectClosed: 'a defect was closed: run its tests again',
  agentGone: 'an agent fell silent',
  planLate: 'a plan waits for an agent',
  resolved: 'a cause was resolved by itself',
  brief: 'the Brief, in full, once a day',
}

/** Events that concern one person: a rule of the project does not get them. */
const PERSONAL: readonly NoticeKind[] = ['mine', 'assigned', 'mention', 'comment', 'brief']

/** What is told, where and when; and what was sent. */
export function NotificationSettings() {
  const { project } = useSession()
  const path = { project: project.slug }
  const invalidate = useInvalidate()
  const rules = useQuery({
    queryKey: keyFor('notification-rules', project.slug),
    queryFn: () => api.get('/projects/{project}/notifications/rules', { path }),
  })
  const [editing, setEditing] = useState<NotificationRule | 'new' | null>(null)
  const [removing, setRemoving] = useState<NotificationRule | null>(null)
  const onError = (error: unknown) => notifyError(messageOf(error))
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/notifications/rules/{id}', { path: { ...path, id } }),
    onSuccess: () => invalidate('notification-rules'),
    onError,
  })
  const tryOut = useMutation({
    mutationFn: (id: number) => api.post('/projects/{project}/notifications/rules/{id}/test', { path: { ...path, id } }),
    onSuccess: () => notify('A test was sent'),
    onError,
  })
  const manages = useCan('manage')
  if (rules.isPending) return <Loading what="the rules" />
  if (rules.error) return <ErrorState error={rules.error} onRetry={() => void rules.refetch()} />
  const { rows, sendsMail } = rules.data
  return (
    <>
      <section aria-label="Rules" className="mb-9">
        <p className="mb-2 text-soft">
          One message for each cause, never one for each test. {!sendsMail && 'This server sends no mail; webhooks work all the same.'}
        </p>
        <ul>
          {rows.map((rule) => (
            <li key={rule.id} className="flex items-start gap-3 border-t border-hairline py-2">
              <span className="min-w-0 flex-1">
                <strong className="font-semibold">{rule.name}</strong>{' '}
                <span className="text-soft">
                  {rule.own ? 'yours' : 'of the project'}
                  {rule.paused && ', paused'}
                </span>
                <span className="block text-soft">
                  {rule.events.map((event) => EVENT_WORDS[event]).join('; ')} · by {rule.channel}
                  {rule.address && ` to ${rule.address}`} · {rule.digestAt ? `once a day at ${rule.digestAt}` : 'at once'}
                  {rule.quietFrom && `, quiet from ${rule.quietFrom} to ${rule.quietTo}`}
                </span>
              </span>
              {(rule.own || manages) && (
                <>
                  <Button onClick={() => tryOut.mutate(rule.id)} disabled={tryOut.isPending}>
                    Send a test
                  </Button>
                  <Button onClick={() => setEditing(rule)}>Change…</Button>
                  <Button kind="quiet" onClick={() => setRemoving(rule)}>
                    Delete
                  </Button>
                </>
              )}
            </li>
          ))}
        </ul>
        {rows.length === 0 && (
          <p className="mb-2">No rule yet. Without one you are mailed when something is assigned to you or somebody mentions you.</p>
        )}
        <Button kind={rows.length === 0 ? 'strong' : 'plain'} onClick={() => setEditing('new')}>
          New rule…
        </Button>
      </section>
      <Log />
      {editing && <RuleDialog rule={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
      {removing && (
        <ConfirmDialog
          title={`Delete ${removing.name}`}
          description="Nothing more is sent by it. What it sent leaves the log below; the audit log keeps that it was there."
          action="Delete the rule"
          onConfirm={() => remove.mutate(removing.id)}
          onClose={() => setRemoving(null)}
        />
      )}
    </>
  )
}

interface Values {
  name: string
  own: string
  events: NoticeKind[]
  channel: 'mail' | 'webhook'
  address: string
  template: string
  secret: string
  when: 'once' | 'digest'
  digestAt: string
  quiet: boolean
  quietFrom: string
  quietTo: string
  paused: boolean
}

const valuesOf = (rule: NotificationRule | null): Values => ({
  name: rule?.name ?? '',
  own: rule && !rule.own ? 'project' : 'own',
  events: rule?.events ?? ['newCause', 'backAgain', 'mine', 'assigned', 'mention'],
  channel: rule?.channel ?? 'mail',
  address: rule?.address ?? '',
  template: rule?.template ?? '',
  secret: '',
  when: rule?.digestAt ? 'digest' : 'once',
  digestAt: rule?.digestAt ?? '08:00',
  quiet: rule?.quietFrom != null,
  quietFrom: rule?.quietFrom ?? '22:00',
  quietTo: rule?.quietTo ?? '07:00',
  paused: rule?.paused ?? false,
})

function RuleDialog({ rule, onClose }: { rule: NotificationRule | null; onClose: () => void }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const manages = useCan('manage')
  const { register, handleSubmit, watch, formState } = useForm<Values>({ defaultValues: valuesOf(rule) })
  const save = useMutation({
    mutationFn: (body: NotificationRuleDto) =>
      rule
        ? api.put('/projects/{project}/notifications/rules/{id}', { path: { project: project.slug, id: rule.id }, body })
        : api.post('/projects/{project}/notifications/rules', { path: { project: project.slug }, body }),
    onSuccess: (rules) => {
      queries.setQueryData(keyFor('notification-rules', project.slug), rules)
      onClose()
    },
  })
  const [own, channel, when, quiet] = watch(['own', 'channel', 'when', 'quiet'])
  const submit = handleSubmit((values) =>
    save.mutate({
      name: values.name,
      own: values.own === 'own',
      events: values.own === 'own' ? values.events : values.events.filter((event) => !PERSONAL.includes(event)),
      channel: values.channel,
      address: values.address || null,
      template: values.template || null,
      ...(values.secret && { secret: values.secret }),
      digestAt: values.when === 'digest' ? values.digestAt : null,
      quietFrom: values.quiet ? values.quietFrom : null,
      quietTo: values.quiet ? values.quietTo : null,
      zone: rule?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
      paused: values.paused,
    }),
  )
  const needsAddress = channel === 'webhook' || own !== 'own'
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={rule ? `Change ${rule.name}` : 'New rule'}
      description="What you want to be told, where, and how often."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <div className="flex gap-3">
          <Field label="Name" className="flex-1" error={formState.errors.name?.message}>
            <input autoFocus {...register('name', { required: 'Name the rule' })} />
          </Field>
          <Field label="For" className="w-40">
            <select {...register('own')}>
              <option value="own">Me</option>
              {manages && <option value="project">The project</option>}
            </select>
          </Field>
        </div>
        <fieldset className="grid grid-cols-2 gap-x-4 gap-y-1">
          <legend className="mb-1">Tell when</legend>
          {NOTICE_KINDS.filter((event) => own === 'own' || !PERSONAL.includes(event)).map((event) => (
            <label key={event} className="flex items-start gap-2">
              <input
                type="checkbox"
                className="mt-1"
                value={event}
                {...register('events', { validate: (events) => events.length > 0 || 'Choose at least one event' })}
              />
              {EVENT_WORDS[event]}
            </label>
          ))}
        </fieldset>
        {formState.errors.events && (
          <p role="alert" className="text-failed">
            {formState.errors.events.message}
          </p>
        )}
        <div className="flex gap-3">
          <Field label="By" className="w-32">
            <select {...register('channel')}>
              <option value="mail">Mail</option>
              <option value="webhook">Webhook</option>
            </select>
          </Field>
          {needsAddress && (
            <Field label="To" className="flex-1" error={formState.errors.address?.message}>
              <input
                placeholder={channel === 'webhook' ? 'https://chat.gullhaven.example/hooks/quay' : 'team@gullhaven.example'}
                {...register('address', { validate: (address) => address !== '' || 'Say where it goes' })}
              />
            </Field>
          )}
        </div>
        {channel === 'webhook' && (
          <>
            <Field label="Template" hint="JSON with {title}, {text}, {link}, {kind} and {project}. Empty sends a text and the kind.">
              <textarea rows={2} className="font-mono text-xs" {...register('template')} />
            </Field>
            <Field label="Secret to sign with" hint={rule?.hasSecret ? 'One is set; leave this empty to keep it.' : 'Optional.'}>
              <input type="password" autoComplete="off" {...register('secret')} />
            </Field>
          </>
        )}
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <select
            aria-label="How often"
            className="field w-auto"
            {...register('when', {
              validate: (often, { events }) => often === 'digest' || !events.includes('brief') || 'The Brief comes once a day: choose when',
            })}
          >
            <option value="once">At once</option>
            <option value="digest">Once a day, together</option>
          </select>
          {when === 'digest' && <input type="time" aria-label="At" className="field w-auto" {...register('digestAt')} />}
          <label className="flex items-center gap-2">
            <input type="checkbox" {...register('quiet')} /> Quiet from
          </label>
          <input type="time" aria-label="Quiet from" className="field w-auto" disabled={!quiet} {...register('quietFrom')} /> to
          <input type="time" aria-label="Quiet to" className="field w-auto" disabled={!quiet} {...register('quietTo')} />
        </div>
        {formState.errors.when && (
          <p role="alert" className="text-failed">
            {formState.errors.when.message}
          </p>
        )}
        <label className="flex items-center gap-2">
          <input type="checkbox" {...register('paused')} /> Paused
        </label>
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function Log() {
  const { project } = useSession()
  const log = useQuery({
    queryKey: keyFor('notification-log', project.slug),
    queryFn: () => api.get('/projects/{project}/notifications/log', { path: { project: project.slug }, query: { limit: 100 } }),
  })
  if (!log.data) return null
  return (
    <section aria-label="Sent">
      <h2 className="mb-2 text-base">Sent</h2>
      {log.data.rows.length === 0 && <p className="text-soft">Nothing was sent yet.</p>}
      <ul>
        {log.data.rows.map((row) => (
          <li key={row.id} className="border-t border-hairline py-1.5">
            <ProjectLink to={row.path}>{row.title}</ProjectLink>
            <span className="block text-soft">
              {row.channel} to {row.to}, by “{row.rule}” ·{' '}
              {row.sentAt ? (
                <>
                  sent <Time iso={row.sentAt} />
                </>
              ) : row.gaveUpAt ? (
                <span className="text-failed">
                  given up after {row.tries} tries: {row.problem}
                </span>
              ) : (
                <>
                  waits until <Time iso={row.dueAt} />
                  {row.problem && <span className="text-errored">: {row.problem}</span>}
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {log.data.total > log.data.rows.length && <p className="text-soft">and {log.data.total - log.data.rows.length} earlier ones</p>}
    </section>
  )
}
