import type { RecipeDto } from '@bobbin/client'
import { type Control, useFieldArray, type UseFormRegister } from 'react-hook-form'
import { Button } from '../../ui/states.js'

/** A parameter as it is typed: values with commas, or a pattern between slashes. */
export interface TypedParameter {
  name: string
  allowed: string
  fallback: string
  variable: string
}
type Parameter = NonNullable<RecipeDto['parameters']>[number]

export const typed = ({ name, values, pattern, fallback, variable }: Parameter): TypedParameter => ({
  name,
  allowed: pattern && values.length === 0 ? `/${pattern}/` : values.join(', '),
  fallback: fallback ?? '',
  variable: variable ?? '',
})

export function parameterOf({ name, allowed, fallback, variable }: TypedParameter): Parameter {
  const pattern = /^\/(.+)\/$/.exec(allowed.trim())?.[1] ?? null
  const values = pattern === null ? allowed.split(',').map((value) => value.trim()).filter((value) => value !== '') : [] // prettier-ignore
  return { name: name.trim(), values, pattern, fallback: fallback.trim() || null, variable: variable.trim() || null }
}

export interface WithParameters {
  parameters: TypedParameter[]
}

/** What plans may choose of a recipe. */
export function RecipeParameters({ control, register }: { control: Control<WithParameters>; register: UseFormRegister<WithParameters> }) {
  const { fields, append, remove } = useFieldArray({ control, name: 'parameters' })
  return (
    <fieldset>
      <legend>Parameters that plans may choose</legend>
      {fields.length > 0 && (
        <table className="mt-1 w-full">
          <thead>
            <tr className="text-left text-soft">
              <th className="font-normal">Name</th>
              <th className="font-normal">Values, or a /pattern/</th>
              <th className="font-normal">Default</th>
              <th className="font-normal">Variable</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {fields.map((field, i) => (
              <tr key={field.id}>
                <td className="py-0.5 pr-1">
                  <input
                    aria-label={`Name of parameter ${i + 1}`}
                    className="field w-full font-mono"
                    {...register(`parameters.${i}.name`)}
                  />
                </td>
                <td className="py-0.5 pr-1">
                  <input
                    aria-label={`Values of parameter ${i + 1}`}
                    className="field w-full font-mono"
                    placeholder="07:40, 09:10"
                    {...register(`parameters.${i}.allowed`)}
                  />
                </td>
                <td className="py-0.5 pr-1">
                  <input
                    aria-label={`Default of parameter ${i + 1}`}
                    className="field w-full font-mono"
                    {...register(`parameters.${i}.fallback`)}
                  />
                </td>
                <td className="py-0.5 pr-1">
                  <input
                    aria-label={`Variable of parameter ${i + 1}`}
                    className="field w-full font-mono"
                    placeholder="BOBBIN_PARAM_…"
                    {...register(`parameters.${i}.variable`)}
                  />
                </td>
                <td>
                  <Button onClick={() => remove(i)} aria-label={`Remove parameter ${i + 1}`}>
                    Remove
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1">
        <Button onClick={() => append({ name: '', allowed: '', fallback: '', variable: '' })}>Add a parameter</Button>
      </p>
    </fieldset>
  )
}
