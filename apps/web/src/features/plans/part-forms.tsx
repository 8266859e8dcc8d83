import type { PlanDetail } from '@bobbin/client'
import type { ReactNode } from 'react'
import { useForm } from 'react-hook-form'
import { count } from '../../lib/format.js'
import { Field, needed, NUMBER_OR_NULL } from '../../ui/field.js'
import { Button } from '../../ui/states.js'
import type { SentenceProps } from './sentence.js'
import { Variables } from './variables.js'

/** A form for one part of a plan's sentence. */
export type PartFormProps = Pick<SentenceProps, 'plan' | 'onChange'>
type ClosingProps = PartFormProps & { close: () => void }

/** Suites are added and taken out one by one, each at once. */
export function SuitesForm({ plan, suites, onChange }: PartFormProps & { suites: SentenceProps['parts']['suites'] }) {
  const chosen = new Set(plan.suites.map(({ id }) => id))
  const own = plan.suites.map(({ id, parameters }) => ({ id, parameters }))
  const toggle = (id: number, name: string) =>
    chosen.has(id)
      ? onChange({ suites: own.filter((suite) => suite.id !== id) }, `${name} was taken out of the plan`)
      : onChange({ suites: [...own, { id, parameters: {} }] }, `${name} is part of the plan`)
  return (
    <>
      <h2 className="text-sm">Suites</h2>
      {suites.length === 0 && <p className="text-soft">There are none. Make one under Suites.</p>}
      <ul>
        {suites.map(({ id, name, cases }) => (
          <li key={id} className="py-0.5">
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={chosen.has(id)} onChange={() => toggle(id, name)} />
              <span className="flex-1">{name}</span>
              <span className="text-soft">{count(cases, 'case')}</span>
            </label>
            {chosen.has(id) && (
              <Variables
                label={`Parameters of ${name}`}
                value={own.find((suite) => suite.id === id)?.parameters ?? {}}
                onChange={(parameters) =>
                  onChange(
                    { suites: own.map((suite) => (suite.id === id ? { ...suite, parameters } : suite)) },
                    `The variables of ${name} were changed`,
                  )
                }
              />
            )}
          </li>
        ))}
      </ul>
    </>
  )
}

/** How often a test that failed is tried again. */
export function RetryForm({ plan, onChange, close }: ClosingProps) {
  const { register, handleSubmit } = useForm({ defaultValues: { retries: plan.retries, retryUnless: plan.retryUnless } })
  return (
    <Submit
      onSubmit={handleSubmit((part) => {
        onChange(part, 'Changed what becomes of failures')
        close()
      })}
    >
      <Field label="Tries after the first, each on a fresh process">
        <input type="number" min={0} max={5} required {...register('retries', { valueAsNumber: true })} />
      </Field>
      <Field label="Unless more than so many fail" hint="So many failures at once are no flakiness: common practice. Empty: always">
        <input type="number" min={1} {...register('retryUnless', NUMBER_OR_NULL)} />
      </Field>
    </Submit>
  )
}

/** Which builds its runs are of. */
export function BuildForm({ plan, releases, onChange, close }: ClosingProps & { releases: SentenceProps['parts']['releases'] }) {
  const { register, handleSubmit, formState } = useForm({
    defaultValues: {
      builds: plan.newestBuild ? 'newest' : 'own',
      pipeline: plan.pipeline,
      branch: plan.branch,
      releaseId: plan.releaseId,
    },
  })
  const { errors } = formState
  return (
    <Submit
      onSubmit={handleSubmit(({ builds, pipeline, branch, releaseId }) => {
        const part = { newestBuild: builds === 'newest', pipeline: pipeline.trim(), branch: branch.trim(), releaseId }
        onChange(part, 'Changed where its runs belong')
        close()
      })}
    >
      <fieldset className="flex flex-col gap-1">
        <legend className="sr-only">Builds</legend>
        <label className="flex items-center gap-1.5">
          <input type="radio" value="own" {...register('builds')} /> builds of its own, counted up
        </label>
        <label className="flex items-center gap-1.5">
          <input type="radio" value="newest" {...register('builds')} /> the newest build that the pipeline delivered
        </label>
      </fieldset>
      <Field label="Pipeline" error={errors.pipeline?.message}>
        <input {...register('pipeline', needed('Name the pipeline.'))} />
      </Field>
      <Field label="Branch" error={errors.branch?.message}>
        <input {...register('branch', needed('Name the branch.'))} />
      </Field>
      <Field label="Release">
        <select {...register('releaseId', NUMBER_OR_NULL)}>
          <option value="">none</option>
          {releases.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
    </Submit>
  )
}

/** How a start is split over agents, and what becomes of one that comes while another is under way. */
export function PolicyForm({ plan, onChange, close }: ClosingProps) {
  const { register, handleSubmit } = useForm<Pick<PlanDetail, 'split' | 'shards' | 'overlap'>>({
    defaultValues: { split: plan.split, shards: plan.shards, overlap: plan.overlap },
  })
  return (
    <Submit
      onSubmit={handleSubmit((part) => {
        onChange(part, 'Changed how it is split')
        close()
      })}
    >
      <Field label="Split">
        <select {...register('split')}>
          <option value="time">by how long tests took</option>
          <option value="count">by the number of tests</option>
          <option value="file">by file</option>
        </select>
      </Field>
      <Field label="Over so many agents at most" hint="Empty: as many as there are">
        <input type="number" min={1} max={500} {...register('shards', NUMBER_OR_NULL)} />
      </Field>
      <Field label="When the start before is still under way">
        <select {...register('overlap')}>
          <option value="queue">wait for it</option>
          <option value="skip">skip this start</option>
          <option value="stop">stop it</option>
        </select>
      </Field>
    </Submit>
  )
}

interface SubmitProps {
  /** What `handleSubmit` made; it says nothing where a field is wrong. */
  onSubmit: () => Promise<void>
  children: ReactNode
}

function Submit({ onSubmit, children }: SubmitProps) {
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        void onSubmit()
      }}
    >
      {children}
      <Button type="submit" kind="strong" className="self-start">
        Save
      </Button>
    </form>
  )
}
