import type { Release, ReleaseDto } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Plus } from 'lucide-react'
import { useEffect } from 'react'
import { useForm } from 'react-hook-form'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

/** Versions that are being made ready, and how far each is. */
export function ReleasesPage() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const invalidate = useInvalidate()
  const path = { project: project.slug }
  const chosen = params.get('id')
  const doing = params.get('do')
  const releases = useQuery({
    queryKey: keyFor('releases', project.slug),
    queryFn: () => api.get('/projects/{project}/releases', { path }),
  })
  const release = useQuery({
    queryKey: keyFor('release', project.slug, chosen),
    queryFn: () => api.get('/projects/{project}/releases/{id}', { path: { ...path, id: Number(chosen) } }),
    enabled: chosen !== null,
  })
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/releases/{id}', { path: { ...path, id } }),
    onSuccess: () => {
      setAddress({ id: null })
      void invalidate('releases')
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  const rows = releases.data?.rows
  const first = rows?.[0]?.id
  useEffect(() => {
    if (chosen === null && first !== undefined) setAddress({ id: String(first) }, { replace: true })
  }, [chosen, first, setAddress])
  if (releases.isPending) return <Loading what="the releases" />
  if (releases.error) return <ErrorState error={releases.error} onRetry={() => void releases.refetch()} />
  const create = (
    <CanButton right="run" kind={rows?.length ? 'quiet' : 'strong'} onClick={() => setAddress({ do: 'new' })}>
      <Plus size={14} aria-hidden="true" /> New release
    </CanButton>
  )
  return (
    <>
      {rows?.length === 0 ? (
        <EmptyState title="No releases yet" action={create}>
          A release is a version that is being made ready. Plans and deliveries can name one, and its page sums up what was run for it.
        </EmptyState>
      ) : (
        <section aria-label="Releases" className="flex w-[244px] shrink-0 flex-col border-r border-hairline">
          <div className="px-2 py-2">{create}</div>
          <RowList
            label="Releases"
            items={rows ?? []}
            keyOf={({ id }) => String(id)}
            selected={chosen}
            onSelect={(key) => setAddress({ id: key, do: null }, { replace: true })}
            heightOf={() => 52}
            render={(row) => (
              <div role="gridcell" className="min-w-0 flex-1 pr-4 pl-[13px]">
                <p className="truncate font-semibold">{row.name}</p>
                <p className="truncate text-soft">
                  {row.state === 'closed' ? 'closed' : row.dueOn ? `due ${row.dueOn}` : 'open'} · {count(row.runs, 'run')}
                </p>
              </div>
            )}
          />
        </section>
      )}
      {release.data && (
        <section aria-label="Release" className="min-w-0 flex-1 overflow-y-auto px-6 py-5" tabIndex={0}>
          <header className="flex items-start justify-between gap-4">
            <div>
              <h1 className="text-xl">{release.data.release.name}</h1>
              <p className="text-soft">
                {release.data.release.state === 'closed' ? 'Closed' : 'Open'}
                {release.data.release.startsOn && `, from ${release.data.release.startsOn}`}
                {release.data.release.dueOn && `, due ${release.data.release.dueOn}`}.{' '}
                <ProjectLink to={`runs?release=${encodeURIComponent(release.data.release.name)}`}>
                  {count(release.data.release.runs, 'run')}
                </ProjectLink>
                {release.data.plans.map(({ id, name }, i) => (
                  <span key={id}>
                    {i === 0 ? '. Planned by ' : ', '}
                    <ProjectLink to={`plans?plan=${id}`}>{name}</ProjectLink>
                  </span>
                ))}
                .
              </p>
              {release.data.release.note && <p className="mt-1 max-w-[640px] whitespace-pre-wrap">{release.data.release.note}</p>}
            </div>
            <span className="flex items-center gap-2">
              <ProjectLink to={`report/release/${release.data.release.id}`} className="link px-1 whitespace-nowrap">
                Report and sign-off
              </ProjectLink>
              <CanButton right="run" onClick={() => setAddress({ do: 'edit' })}>
                Change …
              </CanButton>
              <CanButton right="run" onClick={() => setAddress({ do: 'delete' })} title="Its runs stay, and belong to none">
                Delete
              </CanButton>
            </span>
          </header>
          {release.data.environments.length === 0 ? (
            <p className="mt-6 text-soft">Nothing was run or planned for it yet.</p>
          ) : (
            <table className="mt-5 w-full max-w-[820px]">
              <caption className="sr-only">How far the release is in each environment</caption>
              <thead>
                <tr className="border-b border-hairline text-soft">
                  {['environment', 'waiting', 'under way', 'done', 'passed', 'failed', 'errored', 'other'].map((name, i) => (
                    <th key={name} scope="col" className={`py-1 font-normal ${i === 0 ? 'text-left' : 'text-right'}`}>
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {release.data.environments.map((row) => (
                  <tr key={row.environment} className="h-[32px] border-b border-hairline">
                    <th scope="row" className="text-left font-normal">
                      {row.lastRunId === null ? row.environment : <ProjectLink to={`runs/${row.lastRunId}`}>{row.environment}</ProjectLink>}
                    </th>
                    <td className="text-right">{formatNumber(row.planned)}</td>
                    <td className="text-right">{formatNumber(row.underWay)}</td>
                    <td className="text-right">{formatNumber(row.done)}</td>
                    <td className="text-right text-passed">{formatNumber(row.passed)}</td>
                    <td className={`text-right ${row.failed > 0 ? 'text-failed' : ''}`}>{formatNumber(row.failed)}</td>
                    <td className={`text-right ${row.errored > 0 ? 'text-errored' : ''}`}>{formatNumber(row.errored)}</td>
                    <td className="text-right">{formatNumber(row.other)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      )}
      {doing === 'delete' && release.data && (
        <ConfirmDialog
          title={`Delete ${release.data.release.name}?`}
          description="Its runs stay, and belong to no release."
          action="Delete the release"
          onConfirm={() => remove.mutate(release.data.release.id)}
          onClose={() => setAddress({ do: null }, { replace: true })}
        />
      )}
      {(doing === 'new' || (doing === 'edit' && release.data)) && (
        <ReleaseDialog
          release={doing === 'edit' ? (release.data?.release ?? null) : null}
          onClose={() => setAddress({ do: null }, { replace: true })}
          onSaved={(id) => setAddress({ id: String(id), do: null })}
        />
      )}
    </>
  )
}

function ReleaseDialog({ release, onClose, onSaved }: { release: Release | null; onClose: () => void; onSaved: (id: number) => void }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const { register, handleSubmit, formState } = useForm<
    Record<'name' | 'startsOn' | 'dueOn' | 'note', string> & { state: 'open' | 'closed' }
  >({
    defaultValues: {
      name: release?.name ?? '',
      startsOn: release?.startsOn ?? '',
      dueOn: release?.dueOn ?? '',
      note: release?.note ?? '',
      state: release?.state ?? 'open',
    },
  })
  const save = useMutation({
    mutationFn: (body: ReleaseDto) =>
      release
        ? api.put('/projects/{project}/releases/{id}', { path: { project: project.slug, id: release.id }, body })
        : api.post('/projects/{project}/releases', { path: { project: project.slug }, body }),
    onSuccess: (summary) => {
      queries.setQueryData(keyFor('release', project.slug, String(summary.release.id)), summary)
      void invalidate('releases')
      onSaved(summary.release.id)
      onClose()
    },
  })
  const submit = handleSubmit(({ startsOn, dueOn, ...values }) =>
    save.mutate({ ...values, startsOn: startsOn || null, dueOn: dueOn || null }),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={release ? `Change ${release.name}` : 'New release'}
      description="A version that is being made ready."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="Name" error={formState.errors.name?.message}>
          <input {...register('name', { required: 'Name the release' })} autoFocus placeholder="4.2" />
        </Field>
        <div className="flex gap-3">
          <Field label="Starts on">
            <input type="date" {...register('startsOn')} />
          </Field>
          <Field label="Due on">
            <input type="date" {...register('dueOn')} />
          </Field>
          <Field label="State">
            <select {...register('state')}>
              <option value="open">open</option>
              <option value="closed">closed</option>
            </select>
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
