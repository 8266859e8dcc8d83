import { useMutation, useQuery } from '@tanstack/react-query'
import { Bookmark } from 'lucide-react'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Dialog } from '../../ui/dialog.js'
import { Field, needed } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Menu, MenuItem, MenuLabel, MenuRule, MenuSub } from '../../ui/menu.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { VIEW_PARAMS } from './case-address.js'

/** Saved views of the list: search, filters, sort and columns under a name, for oneself or for everybody in the project. */
export function ViewsMenu() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const [params, setAddress] = useAddress()
  const [saving, setSaving] = useState(false)
  const path = { project: project.slug }
  const views = useQuery({
    queryKey: keyFor('views', project.slug, 'cases'),
    queryFn: () => api.get('/projects/{project}/views', { path, query: { page: 'cases' } }),
  })
  const now = new URLSearchParams(VIEW_PARAMS.flatMap((name) => (params.has(name) ? [[name, params.get(name) ?? '']] : []))).toString()
  const current = views.data?.find((view) => view.params === now && now !== '')
  const open = (saved: string) => {
    const wanted = new URLSearchParams(saved)
    setAddress(Object.fromEntries(VIEW_PARAMS.map((name) => [name, wanted.get(name)])))
  }
  const remove = (id: number) =>
    api
      .delete('/projects/{project}/views/{id}', { path: { ...path, id } })
      .then(() => invalidate('views'))
      .catch((error: unknown) => notifyError(messageOf(error)))
  const mine = views.data?.filter((view) => view.mine) ?? []
  return (
    <>
      <Menu
        label="Saved views"
        trigger={
          <button type="button" className="inline-flex min-h-[30px] max-w-[180px] items-center gap-1.5 text-soft hover:text-ink">
            <Bookmark size={14} className="shrink-0" /> <span className="truncate">{current?.name ?? 'Views'}</span>
          </button>
        }
      >
        <MenuItem onSelect={() => open('')}>Everything, in the order of the areas</MenuItem>
        {views.data?.map((view) => (
          <MenuItem key={view.id} onSelect={() => open(view.params)}>
            {view.name}
            {!view.mine && <span className="ml-auto pl-4 text-soft">by {view.by}</span>}
            {view.mine && view.shared && <span className="ml-auto pl-4 text-soft">shared</span>}
          </MenuItem>
        ))}
        {views.data?.length === 0 && <MenuLabel>Nothing saved yet.</MenuLabel>}
        <MenuRule />
        <MenuItem onSelect={() => setSaving(true)} disabled={now === ''}>
          Save this view …
        </MenuItem>
        {mine.length > 0 && (
          <MenuSub name="Delete one of my views">
            {mine.map((view) => (
              <MenuItem key={view.id} onSelect={() => void remove(view.id)}>
                {view.name}
              </MenuItem>
            ))}
          </MenuSub>
        )}
      </Menu>
      {saving && <SaveDialog params={now} onClose={() => setSaving(false)} />}
    </>
  )
}

function SaveDialog({ params, onClose }: { params: string; onClose: () => void }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const { register, handleSubmit, formState } = useForm({ defaultValues: { name: '', shared: false } })
  const save = useMutation({
    mutationFn: (view: { name: string; shared: boolean }) =>
      api.post('/projects/{project}/views', { path: { project: project.slug }, body: { page: 'cases', params, ...view } }),
    onSuccess: () => {
      void invalidate('views')
      onClose()
    },
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Save this view"
      description="Search, filters, sort and columns as they are now."
    >
      <form onSubmit={(event) => void handleSubmit((view) => save.mutate(view))(event)} className="flex flex-col gap-3">
        <Field label="Name" error={formState.errors.name?.message}>
          <input autoFocus {...register('name', needed('Give the view a name.'))} />
        </Field>
        <label className="flex items-center gap-2">
          <input type="checkbox" {...register('shared')} />
          Share it with the project
        </label>
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}
