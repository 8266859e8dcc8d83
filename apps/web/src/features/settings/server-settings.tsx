import type { AccountRow, ServerProject } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { BackgroundWork } from './background-work.js'
import { notify, notifyError } from '../../ui/toast.js'

/** For administrators of the server: who may do what on it, and where its projects may look for results. */
export function ServerSettings() {
  const { me } = useSession()
  if (!me.account.serverAdmin) return <p className="text-soft">Only administrators of this server see this page. Ask one of them.</p>
  return (
    <>
      <Accounts />
      <Projects />
      <BackgroundWork />
    </>
  )
}

function Accounts() {
  const accounts = useQuery({ queryKey: keyFor('server-accounts'), queryFn: () => api.get('/server/accounts') })
  if (accounts.isPending) return <Loading what="the accounts" />
  if (accounts.error) return <ErrorState error={accounts.error} onRetry={() => void accounts.refetch()} />
  return (
    <section className="mb-10">
      <h2 className="mb-2 text-base">Accounts</h2>
      <table className="w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">Person</th>
            <th className="font-normal">Projects</th>
            <th className="font-normal">Creates projects</th>
            <th className="font-normal">Administrator</th>
            <th className="font-normal">
              <span className="sr-only">Password</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {accounts.data.map((row) => (
            <AccountLine key={row.id} row={row} />
          ))}
        </tbody>
      </table>
    </section>
  )
}

function AccountLine({ row }: { row: AccountRow }) {
  const invalidate = useInvalidate()
  const change = useMutation({
    mutationFn: (body: { serverAdmin?: boolean; makesProjects?: boolean }) =>
      api.patch('/server/accounts/{id}', { path: { id: row.id }, body }),
    onSuccess: () => void invalidate('server-accounts', 'me'),
    onError: (error) => notifyError(messageOf(error)),
  })
  const reset = useMutation({
    mutationFn: () => api.post('/server/accounts/{id}/reset-link', { path: { id: row.id } }),
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <tr className="h-[38px] border-t border-hairline">
      <td className="max-w-0 truncate pr-4" style={{ width: '50%' }}>
        {row.name} <span className="text-soft">{row.email}</span>
      </td>
      <td>{row.projects}</td>
      <td>
        <input
          type="checkbox"
          aria-label={`${row.name} creates projects`}
          checked={row.makesProjects || row.serverAdmin}
          disabled={row.serverAdmin || change.isPending}
          onChange={(event) => change.mutate({ makesProjects: event.target.checked })}
        />
      </td>
      <td>
        <input
          type="checkbox"
          aria-label={`${row.name} is an administrator`}
          checked={row.serverAdmin}
          disabled={change.isPending}
          onChange={(event) => change.mutate({ serverAdmin: event.target.checked })}
        />
      </td>
      <td className="text-right">
        <Button disabled={reset.isPending} onClick={() => reset.mutate()} aria-label={`New password for ${row.name}`}>
          New password …
        </Button>
        {reset.data && <ResetLink name={row.name} secret={reset.data.secret} onClose={() => reset.reset()} />}
      </td>
    </tr>
  )
}

function ResetLink({ name, secret, onClose }: { name: string; secret: string; onClose: () => void }) {
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`A new password for ${name}`}
      description={`Send this link to ${name}. It works once, within two hours, and is not shown again. Using it signs them out everywhere.`}
    >
      <CopyBlock label="Link" text={`${window.location.origin}/new-password#${secret}`} />
    </Dialog>
  )
}

function Projects() {
  const projects = useQuery({ queryKey: keyFor('server-projects'), queryFn: () => api.get('/server/projects') })
  if (projects.isPending) return <Loading what="the projects" />
  if (projects.error) return <ErrorState error={projects.error} onRetry={() => void projects.refetch()} />
  return (
    <section>
      <h2 className="mb-1 text-base">Where projects may look for results</h2>
      <p className="mb-3 text-soft">
        Leads of a project can have result files fetched from these folders of the server and these hosts, one a line, and from nowhere
        else. A host in a private network needs its IP address on the list, too.
      </p>
      <ul aria-label="Projects">
        {projects.data.map((project) => (
          <ProjectSources key={project.id} project={project} />
        ))}
      </ul>
    </section>
  )
}

const linesOf = (text: string) => text.split('\n').map((line) => line.trim()).filter((line) => line !== '') // prettier-ignore

function ProjectSources({ project }: { project: ServerProject }) {
  const invalidate = useInvalidate()
  const { register, handleSubmit, formState } = useForm({
    values: { folders: project.folders.join('\n'), hosts: project.hosts.join('\n') },
  })
  const save = useMutation({
    mutationFn: ({ folders, hosts }: { folders: string; hosts: string }) =>
      api.patch('/server/projects/{id}', { path: { id: project.id }, body: { folders: linesOf(folders), hosts: linesOf(hosts) } }),
    onSuccess: () => {
      notify(`Saved for ${project.name}`)
      void invalidate('server-projects', 'sources')
    },
  })
  return (
    <li className="border-t border-hairline py-3">
      <form
        onSubmit={(event) => void handleSubmit((values) => save.mutate(values))(event)}
        aria-label={project.name}
        className="flex flex-wrap items-end gap-4"
      >
        <strong className="w-full truncate">{project.name}</strong>
        <Field label="Folders" className="min-w-[240px] flex-1">
          <textarea className="font-mono" rows={2} {...register('folders')} />
        </Field>
        <Field label="Hosts" className="min-w-[240px] flex-1">
          <textarea className="font-mono" rows={2} {...register('hosts')} />
        </Field>
        <Button type="submit" disabled={!formState.isDirty || save.isPending}>
          Save
        </Button>
        <FormError error={save.error} className="w-full" />
      </form>
    </li>
  )
}
