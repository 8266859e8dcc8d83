import type { AccountKind } from '@bobbin/client'
import { type UseFormRegisterReturn, type UseFormReturn, useWatch } from 'react-hook-form'
import { Field } from '../../ui/field.js'
import { suggestProject } from './suggest-project.js'

export const PERSON_KINDS: Record<AccountKind, string> = {
  engineer: 'test automation engineer',
  tester: 'tester',
  developer: 'developer',
  lead: 'test lead',
}

export function KindField({ field }: { field: UseFormRegisterReturn }) {
  return (
    <Field label="You work as">
      <select {...field}>
        {Object.entries(PERSON_KINDS).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  )
}

/** A password that is chosen; the server refuses common ones. */
export function NewPasswordField({ label, field }: { label: string; field: UseFormRegisterReturn }) {
  return (
    <Field label={`${label}, at least 10 characters`}>
      <input type="password" autoComplete="new-password" required minLength={10} {...field} />
    </Field>
  )
}

export function EmailField({ label = 'Email', field, autoFocus }: { label?: string; field: UseFormRegisterReturn; autoFocus?: boolean }) {
  return (
    <Field label={label}>
      <input type="email" autoComplete="username" required autoFocus={autoFocus} {...field} />
    </Field>
  )
}

export const NEW_PROJECT: ProjectDraft = { name: '', slug: '', keyPrefix: '' }

export interface ProjectDraft {
  name: string
  slug: string
  keyPrefix: string
}

/** What a project needs: a name, and from it a short name and a prefix for keys, both of which can be changed. */
export function ProjectFields({ form: { control, register, setValue, getValues } }: { form: UseFormReturn<ProjectDraft> }) {
  const [before, keyPrefix] = useWatch({ control, name: ['name', 'keyPrefix'] })
  const rename = (name: string) => {
    const [was, now] = [suggestProject(before), suggestProject(name)]
    const draft = getValues()
    // what was typed by hand stays
    if (draft.slug === was.slug) setValue('slug', now.slug)
    if (draft.keyPrefix === was.keyPrefix) setValue('keyPrefix', now.keyPrefix)
  }
  return (
    <>
      <Field label="Name of the project">
        <input required {...register('name', { onChange: (event: { target: { value: string } }) => rename(event.target.value) })} />
      </Field>
      <Field label="Short name, for addresses">
        <input className="font-mono" required pattern="[a-z0-9\-]{1,40}" title="Small letters, digits and dashes" {...register('slug')} />
      </Field>
      <Field label="Keys begin with" hint={`As in ${keyPrefix || 'FERRY'}-101`}>
        <input
          className="font-mono"
          required
          pattern="[A-Z][A-Z0-9]{1,14}"
          title="2 to 15 capital letters and digits, a letter first"
          {...register('keyPrefix', {
            onChange: (event: { target: { value: string } }) => setValue('keyPrefix', event.target.value.toUpperCase()),
          })}
        />
      </Field>
    </>
  )
}
