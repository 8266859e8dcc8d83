import { useQuery } from '@tanstack/react-query'
import { useFormContext, useWatch } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Field } from '../../ui/field.js'
import type { TargetForm } from './guess-target.js'

const FIELDS: readonly [keyof TargetForm, string, boolean][] = [
  ['pipeline', 'Pipeline', true],
  ['build', 'Build', true],
  ['branch', 'Branch', true],
  ['environment', 'Environment', true],
  ['commit', 'Commit, if known', false],
  ['run', 'Run, if it has a name', false],
]

/** Where results belong, with the names that are known; fields of the form around them. */
export function TargetFields() {
  const { register, control, formState } = useFormContext<TargetForm>()
  const target = useWatch({ control })
  const { project } = useSession()
  const lens = useQuery({
    queryKey: keyFor('lens', project.slug),
    queryFn: () => api.get('/projects/{project}/lens', { path: { project: project.slug } }),
  })
  const known: Partial<Record<keyof TargetForm, { name: string }[]>> = {
    pipeline: lens.data?.pipelines ?? [],
    branch: lens.data?.branches ?? [],
    environment: lens.data?.environments ?? [],
  }
  return (
    <div className="grid grid-cols-2 gap-3">
      {FIELDS.map(([name, label, required]) => {
        const choices = known[name]
        const fresh = choices && target[name] !== '' && !choices.some((choice) => choice.name === target[name])
        const given = (value: string) => !required || value.trim() !== '' || 'This must be given.'
        return (
          <div key={name}>
            <Field label={label} hint={fresh ? 'New, will be created' : undefined} error={formState.errors[name]?.message}>
              <input list={choices && `known-${name}`} {...register(name, { validate: given })} />
            </Field>
            {choices && (
              <datalist id={`known-${name}`}>
                {choices.map((choice) => (
                  <option key={choice.name} value={choice.name} />
                ))}
              </datalist>
            )}
          </div>
        )
      })}
    </div>
  )
}
