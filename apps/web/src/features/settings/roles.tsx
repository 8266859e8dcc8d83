import { ALL_RIGHTS, type Right, RIGHTS } from '@bobbin/core'
import type { RoleRow } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { Button, messageOf } from '../../ui/states.js'

/** What each role allows, and the project's own roles. */
export function Roles({ roles }: { roles: readonly RoleRow[] }) {
  const manages = useCan('manage')
  const [editing, setEditing] = useState<RoleRow | 'new' | null>(null)
  return (
    <section aria-label="Roles">
      <div className="mb-2 flex items-center justify-between gap-4">
        <h2 className="text-base">Roles</h2>
        {manages && <Button onClick={() => setEditing('new')}>Create a role</Button>}
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="What roles allow">
        <table className="w-full">
          <thead>
            <tr className="text-left">
              <th className="py-1 pr-3 font-normal text-soft">May</th>
              {roles.map((role) => (
                <th key={role.name} className="max-w-[110px] truncate px-2 text-center font-semibold" title={role.name}>
                  {role.id !== null && manages ? (
                    <button type="button" className="link" onClick={() => setEditing(role)}>
                      {role.name}
                    </button>
                  ) : (
                    role.name
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ALL_RIGHTS.map((right) => (
              <tr key={right} className="h-[28px] border-t border-hairline">
                <td className="pr-3">{RIGHTS[right]}</td>
                {roles.map((role) => (
                  <td key={role.name} className="text-center">
                    {role.rights.includes(right) ? (
                      <Check size={14} className="inline" aria-label="yes" />
                    ) : (
                      <span className="text-soft" aria-label="no">
                        ·
                      </span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {editing && <RoleDialog role={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </section>
  )
}

interface Draft {
  name: string
  rights: Right[]
}

function RoleDialog({ role, onClose }: { role: RoleRow | null; onClose: () => void }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const form = useForm<Draft>({ defaultValues: { name: role?.name ?? '', rights: role ? [...role.rights] : ['read'] } })
  const path = { project: project.slug }
  const after = () => {
    onClose()
    void invalidate('roles', 'members', 'teams', 'me')
  }
  const save = useMutation({
    mutationFn: (body: Draft) =>
      role?.id
        ? api.put('/projects/{project}/roles/{id}', { path: { ...path, id: role.id }, body })
        : api.post('/projects/{project}/roles', { path, body }),
    onSuccess: after,
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/roles/{id}', { path: { ...path, id: role?.id ?? 0 } }),
    onSuccess: after,
  })
  const error = save.error ?? remove.error
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={role ? `The role ${role.name}` : 'A new role'}
      description="A set of rights for this project. Members and teams can have it."
    >
      <form onSubmit={(event) => void form.handleSubmit((draft) => save.mutate(draft))(event)} className="flex flex-col gap-4">
        <Field label="Name" error={form.formState.errors.name?.message} className="w-[320px]">
          <input autoFocus {...form.register('name', { required: 'A role needs a name', maxLength: 60 })} />
        </Field>
        <fieldset>
          <legend className="mb-1">Allows</legend>
          {ALL_RIGHTS.map((right) => (
            <label key={right} className="flex min-h-[26px] items-center gap-2">
              <input type="checkbox" value={right} disabled={right === 'read'} {...form.register('rights')} />
              {RIGHTS[right]}
            </label>
          ))}
        </fieldset>
        {error && (
          <p role="alert" className="text-failed">
            {messageOf(error)}
          </p>
        )}
        <div className="flex gap-3">
          <Button type="submit" kind="strong" disabled={save.isPending}>
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          {role && (
            <Button className="ml-auto" disabled={remove.isPending} onClick={() => remove.mutate()}>
              Delete the role
            </Button>
          )}
        </div>
      </form>
    </Dialog>
  )
}
