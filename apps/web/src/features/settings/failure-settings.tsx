import type { ProjectRules, TrackerInfo } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { MuteDialog } from '../failures/mute-dialog.js'
import { useDecisions } from '../failures/use-failures.js'
import { useRule } from './rule-settings.js'

/** Where defects go, how causes are decided and resolved by themselves, and what is in quarantine or muted. */
export function FailureSettings() {
  const { project } = useSession()
  const rules = useQuery({
    queryKey: keyFor('rules', project.slug),
    queryFn: () => api.get('/projects/{project}/rules', { path: { project: project.slug } }),
  })
  return (
    <>
      <Tracker />
      {rules.data && <Triage rules={rules.data} />}
      <Quarantine />
      <Mutes />
    </>
  )
}

function Tracker() {
  const { project } = useSession()
  const path = { project: project.slug }
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const [editing, setEditing] = useState(false)
  const [removing, setRemoving] = useState(false)
  const [secret, setSecret] = useState<string | null>(null)
  const tracker = useQuery({ queryKey: keyFor('tracker', project.slug), queryFn: () => api.get('/projects/{project}/tracker', { path }) })
  const onError = (error: unknown) => notifyError(messageOf(error))
  const test = useMutation({
    mutationFn: () => api.post('/projects/{project}/tracker/test', { path }),
    onSuccess: (state) => queries.setQueryData(keyFor('tracker', project.slug), state),
    onError,
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/tracker', { path }),
    onSuccess: () => invalidate('tracker'),
    onError,
  })
  if (tracker.isPending) return <Loading what="the tracker" />
  if (tracker.error) return <ErrorState error={tracker.error} onRetry={() => void tracker.refetch()} />
  const connected = tracker.data.tracker
  return (
    <section aria-label="Defect tracker" className="mb-9">
      <h2 className="mb-2 text-base">Defect tracker</h2>
      {connected ? (
        <Connected tracker={connected} />
      ) : (
        <p className="mb-2 text-soft">
          None is connected. Bobbin speaks to any tracker that offers the HTTP interface described in <code>docs/tracker.md</code>: issues,
          states, comments, and signed webhooks both ways.
        </p>
      )}
      {secret && (
        <div className="mb-3">
          <p className="mb-1">Both sides sign with this secret. It is shown once:</p>
          <CopyBlock text={secret} label="Secret" />
        </div>
      )}
      <div className="flex gap-2">
        <CanButton right="manage" kind={connected ? 'plain' : 'strong'} onClick={() => setEditing(true)}>
          {connected ? 'Change…' : 'Connect a tracker…'}
        </CanButton>
        {connected && (
          <>
            <CanButton right="manage" onClick={() => test.mutate()} disabled={test.isPending}>
              {test.isPending ? 'Testing …' : 'Test the connection'}
            </CanButton>
            <CanButton right="manage" kind="quiet" onClick={() => setRemoving(true)}>
              Disconnect
            </CanButton>
          </>
        )}
      </div>
      {editing && (
        <TrackerDialog
          tracker={connected}
          onClose={() => setEditing(false)}
          onSaved={(made) => {
            setSecret(made)
            test.mutate()
          }}
        />
      )}
      {removing && (
        <ConfirmDialog
          title="Disconnect the tracker"
          description="Defects stay linked as they are. Nothing more is sent or asked, and messages that wait are not sent."
          action="Disconnect"
          onConfirm={() => remove.mutate()}
          onClose={() => setRemoving(false)}
        />
      )}
    </section>
  )
}

function Connected({ tracker: { name, url, hook, testedAt, testOk, testSaid, waiting, problem } }: { tracker: TrackerInfo }) {
  return (
    <dl className="mb-3 grid grid-cols-[120px_1fr] gap-y-1">
      <dt className="text-soft">Name</dt>
      <dd>{name}</dd>
      <dt className="text-soft">Address</dt>
      <dd className="break-all">
        <code>{url}</code>
      </dd>
      <dt className="text-soft">Webhooks go to</dt>
      <dd className="break-all">
        <code>{hook}</code>
      </dd>
      <dt className="text-soft">Test</dt>
      <dd className={testOk === false ? 'text-failed' : ''}>
        {testedAt ? (
          <>
            {testSaid}, <Time iso={testedAt} />
          </>
        ) : (
          'not tested yet; nothing is sent before'
        )}
      </dd>
      {waiting > 0 && (
        <>
          <dt className="text-soft">Waiting</dt>
          <dd className="text-errored">
            {count(waiting, 'message')}
            {problem && `: ${problem}`}
          </dd>
        </>
      )}
    </dl>
  )
}

interface TrackerDialogProps {
  tracker: TrackerInfo | null
  onClose: () => void
  /** @param secret where one was made */
  onSaved: (secret: string | null) => void
}

function TrackerDialog({ tracker, onClose, onSaved }: TrackerDialogProps) {
  const { project } = useSession()
  const queries = useQueryClient()
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { name: tracker?.name ?? '', url: tracker?.url ?? '', token: '', secret: '' },
  })
  const save = useMutation({
    mutationFn: (body: { name: string; url: string; token?: string; secret?: string }) =>
      api.put('/projects/{project}/tracker', { path: { project: project.slug }, body }),
    onSuccess: ({ secret, ...state }) => {
      queries.setQueryData(keyFor('tracker', project.slug), state)
      onSaved(secret ?? null)
      onClose()
    },
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={tracker ? 'Change the connection' : 'Connect a tracker'}
      description="The connection is tested when it is saved. An administrator of the server has to allow the host."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) =>
          void handleSubmit(({ name, url, token, secret }) =>
            save.mutate({ name, url, ...(token && { token }), ...(secret && { secret }) }),
          )(event)
        }
      >
        <Field label="Name" error={formState.errors.name?.message}>
          <input autoFocus {...register('name', { required: 'Name the tracker' })} />
        </Field>
        <Field label="Address" error={formState.errors.url?.message}>
          <input placeholder="https://tracker.gullhaven.example/api" {...register('url', { required: 'Say where it is' })} />
        </Field>
        <Field
          label="Token"
          hint={tracker?.hasToken ? 'One is set; leave this empty to keep it.' : 'Sent as a bearer token; never shown again.'}
        >
          <input type="password" autoComplete="off" {...register('token')} />
        </Field>
        <Field label="Secret to sign with" hint={tracker ? 'Leave this empty to keep it.' : 'Leave this empty to have one made.'}>
          <input type="password" autoComplete="off" {...register('secret')} />
        </Field>
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function Triage({ rules }: { rules: ProjectRules }) {
  const { project } = useSession()
  const rule = useRule()
  const manages = useCan('manage')
  const score = useQuery({
    queryKey: keyFor('score', project.slug),
    queryFn: () => api.get('/projects/{project}/failures/score', { path: { project: project.slug } }),
  })
  const numberOf = (text: string) => (text === '' ? null : Number(text))
  return (
    <fieldset disabled={!manages} className="mb-9">
      <legend className="mb-2 text-base font-semibold">Triage</legend>
      <label className="flex items-center gap-2 border-t border-hairline py-2">
        <span className="flex-1">Resolve a cause when its tests passed in so many builds in a row; empty is never</span>
        <input
          type="number"
          min={1}
          max={100}
          className="field w-24"
          defaultValue={rules.resolveAfter ?? ''}
          onBlur={({ target }) =>
            numberOf(target.value) !== rules.resolveAfter &&
            rule.set({ resolveAfter: numberOf(target.value) }, { resolveAfter: rules.resolveAfter }, 'Changed when causes are resolved')
          }
        />
      </label>
      <label className="flex items-center gap-2 border-t border-hairline py-2">
        <span className="flex-1">Tests that may be in quarantine at once</span>
        <input
          type="number"
          min={0}
          max={10000}
          className="field w-24"
          defaultValue={rules.quarantineLimit}
          onBlur={({ target }) =>
            Number(target.value) !== rules.quarantineLimit &&
            rule.set(
              { quarantineLimit: Number(target.value) },
              { quarantineLimit: rules.quarantineLimit },
              'Changed the limit of the quarantine',
            )
          }
        />
      </label>
      <label className="flex items-center gap-2 border-t border-hairline py-2">
        <span className="flex-1">
          Take a suggested cause without a person when it is at least so sure; empty is never
          {score.data && (
            <span className="block text-soft">
              {score.data.decided === 0
                ? 'Nobody has decided about suggestions yet, so nothing says how often they are right.'
                : `In the last ${score.data.days} days people decided ${count(score.data.decided, 'time')}, and ${score.data.right} times as suggested. ${score.data.bands
                    .filter(({ decided }) => decided > 0)
                    .map(({ from, decided, right }) => `From ${from}: ${right} of ${decided}`)
                    .join('. ')}.`}
            </span>
          )}
        </span>
        <input
          type="number"
          min={0.5}
          max={1}
          step={0.01}
          className="field w-24"
          defaultValue={rules.decideAbove ?? ''}
          disabled={!score.data || score.data.decided === 0}
          onBlur={({ target }) =>
            numberOf(target.value) !== rules.decideAbove &&
            rule.set({ decideAbove: numberOf(target.value) }, { decideAbove: rules.decideAbove }, 'Changed which suggestions are taken')
          }
        />
      </label>
    </fieldset>
  )
}

function Quarantine() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const done = useDone()
  const list = useQuery({
    queryKey: keyFor('quarantine', project.slug),
    queryFn: () => api.get('/projects/{project}/quarantine', { path: { project: project.slug } }),
  })
  const release = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/quarantine/{id}', { path: { project: project.slug, id } }),
    onSuccess: ({ actId }) => {
      done('Released from quarantine', actId)
      void invalidate('quarantine')
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  if (!list.data) return null
  const open = list.data.rows.filter(({ endedAt }) => endedAt === null)
  return (
    <section aria-label="Quarantine" className="mb-9">
      <h2 className="mb-2 text-base">Quarantine</h2>
      <p className="mb-1 text-soft">
        {open.length === 0
          ? `No test is in quarantine; there is room for ${list.data.limit}.`
          : `${open.length} of ${list.data.limit}. They run, and cannot turn a build red.`}
      </p>
      <ul>
        {open.map(({ id, script, reason, owner, passes, passed, by, at }) => (
          <li key={id} className="flex items-start gap-3 border-t border-hairline py-2">
            <span className="min-w-0 flex-1">
              <ProjectLink to={`scripts?script=${script.id}`}>{script.name}</ProjectLink>
              <span className="block text-soft">
                {reason} · {owner?.name ?? 'no owner'} · passed {passed} of {passes} in a row · by {by ?? 'somebody who left'},{' '}
                <Time iso={at} />
              </span>
            </span>
            <CanButton right="decide" onClick={() => release.mutate(id)}>
              Release
            </CanButton>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Mutes() {
  const { project } = useSession()
  const { unmute } = useDecisions()
  const [muting, setMuting] = useState(false)
  const list = useQuery({
    queryKey: keyFor('mutes', project.slug),
    queryFn: () => api.get('/projects/{project}/mutes', { path: { project: project.slug } }),
  })
  const open = list.data?.rows.filter(({ endedAt }) => endedAt === null) ?? []
  return (
    <section aria-label="Muted" className="mb-9">
      <h2 className="mb-2 text-base">Muted</h2>
      <p className="mb-1 text-soft">
        {open.length === 0 ? 'Nothing is muted.' : 'These failures show in outline, and do not count against a gate.'}
      </p>
      <ul>
        {open.map(({ id, name, groupId, environment, untilAt, untilBuild, untilDefect, reason, by }) => (
          <li key={id} className="flex items-start gap-3 border-t border-hairline py-2">
            <span className="min-w-0 flex-1">
              {groupId === null ? name : <ProjectLink to={`failures?cause=${groupId}`}>{name}</ProjectLink>}
              <span className="block text-soft">
                until {untilAt ? <Time iso={untilAt} /> : untilBuild ? `build ${untilBuild}` : `${untilDefect ?? 'the defect'} is closed`}
                {environment && ` in ${environment}`}
                {reason && ` · ${reason}`} · by {by ?? 'somebody who left'}
              </span>
            </span>
            <CanButton right="decide" onClick={() => unmute.mutate(id)}>
              Unmute
            </CanButton>
          </li>
        ))}
      </ul>
      <CanButton right="decide" className="mt-1" onClick={() => setMuting(true)}>
        Mute an environment…
      </CanButton>
      {muting && <MuteDialog of={{ kind: 'environment' }} onClose={() => setMuting(false)} />}
    </section>
  )
}
