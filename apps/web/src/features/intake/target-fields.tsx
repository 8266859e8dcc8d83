import { useQuery } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import type { TargetForm } from './guess-target.js'

const FIELDS: readonly [keyof TargetForm, string, boolean][] = [
  ['pipeline', 'Pipeline', true],
  ['build', 'Build', true],
  ['branch', 'Branch', true],
  ['environment', 'Environment', true],
  ['commit', 'Commit, if known', false],
  ['run', 'Run, if it has a name', false],
]

/** Where results belong, with the names that are known. */
export function TargetFields({ target, onChange }: { target: TargetForm; onChange: (target: TargetForm) => void }) {
  const { project } = useSession()
  const lens = useQuery({
    queryKey: ['lens', project.slug],
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
        return (
          <label key={name} className="flex flex-col gap-1">
            <span>
              {label}
              {fresh && <span className="text-soft"> · new, will be created</span>}
            </span>
            <input
              className="field"
              required={required}
              list={choices && `known-${name}`}
              value={target[name]}
              onChange={(event) => onChange({ ...target, [name]: event.target.value })}
            />
            {choices && (
              <datalist id={`known-${name}`}>
                {choices.map((choice) => (
                  <option key={choice.name} value={choice.name} />
                ))}
              </datalist>
            )}
          </label>
        )
      })}
    </div>
  )
}
