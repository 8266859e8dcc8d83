import type { PlanDetail, PlanTime } from '@bobbin/client'
import { recurrenceFault, recurrenceWords } from '@bobbin/core'
import { X } from 'lucide-react'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { ownZone } from '../../lib/format.js'
import { Field, needed } from '../../ui/field.js'
import { Button } from '../../ui/states.js'
import type { PartFormProps } from './part-forms.js'
import { timeWords } from './plan-words.js'

type NewTime = Omit<PlanTime, 'nextAt'>
const NO_TIME = { at: null, recurrence: null, pipeline: null, branch: null, afterPlanId: null }
const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const zones = (): string[] => (Intl as unknown as { supportedValuesOf?: (key: string) => string[] }).supportedValuesOf?.('timeZone') ?? []

/** When a plan starts: each time is added and removed at once. */
export function TimesForm({ plan, names, onChange }: PartFormProps & { names: ReadonlyMap<number, string> }) {
  const own = plan.times.map(({ nextAt: _, ...time }): NewTime => time)
  const add = (time: NewTime, words: string) => onChange({ times: [...own, time] }, words)
  const [kind, setKind] = useState<'days' | 'rule' | 'once' | 'build' | 'plan'>('days')
  return (
    <>
      <h2 className="text-sm">When it starts</h2>
      <ul>
        {plan.times.map((time, i) => (
          <li key={i} className="flex items-center gap-2 border-b border-hairline py-1">
            <span className="flex-1">{timeWords(time, names)}</span>
            <button
              type="button"
              aria-label={`Remove: ${timeWords(time, names)}`}
              className="p-1 text-soft hover:text-ink"
              onClick={() => onChange({ times: own.filter((_, at) => at !== i) }, 'The plan no longer starts then')}
            >
              <X size={14} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <Field label="Add">
        <select value={kind} onChange={(event) => setKind(event.target.value as typeof kind)}>
          <option value="days">on days of the week</option>
          <option value="rule">by a recurrence rule</option>
          <option value="once">once</option>
          <option value="build">after each build of a pipeline</option>
          <option value="plan">after another plan ended well</option>
        </select>
      </Field>
      {(kind === 'days' || kind === 'rule') && (
        <RecurrenceForm
          key={kind}
          byRule={kind === 'rule'}
          onAdd={(recurrence) => add({ ...NO_TIME, kind: 'rule', recurrence }, `It starts ${recurrenceWords(recurrence)}`)}
        />
      )}
      {kind === 'once' && <OnceForm onAdd={(at) => add({ ...NO_TIME, kind: 'once', at }, 'It starts once more')} />}
      {kind === 'build' && (
        <AfterBuildForm
          onAdd={(pipeline, branch) => add({ ...NO_TIME, kind: 'build', pipeline, branch }, `It starts after each build of ${pipeline}`)}
        />
      )}
      {kind === 'plan' && (
        <Field label="Plan">
          <select
            value=""
            onChange={(event) => add({ ...NO_TIME, kind: 'plan', afterPlanId: Number(event.target.value) }, 'It starts after another plan')}
          >
            <option value="">choose a plan</option>
            {[...names]
              .filter(([id]) => id !== plan.id)
              .map(([id, name]) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </select>
        </Field>
      )}
      <Field label="Times that passed while Bobbin was down">
        <select
          value={plan.missed}
          onChange={(event) => onChange({ missed: event.target.value as PlanDetail['missed'] }, 'Changed what becomes of missed times')}
        >
          <option value="skip">are skipped</option>
          <option value="once">are made up for once</option>
        </select>
      </Field>
    </>
  )
}

/** What is wrong with a rule that somebody wrote; undefined where it is another part, or nothing. */
function ruleFaultWords(fault: ReturnType<typeof recurrenceFault>): string | undefined {
  if (fault?.code === 'rule') return `No rule: ${fault.message}`
  return fault?.code === 'tooOften' ? 'Not more often than every five minutes' : undefined
}

/** What has to be chosen first; other faults are said at their fields. */
const MISSING: Record<string, string> = { days: 'Choose at least one day.', start: 'Choose a time of day.' }

function RecurrenceForm({ byRule, onAdd }: { byRule: boolean; onAdd: (recurrence: NonNullable<PlanTime['recurrence']>) => void }) {
  const { register, handleSubmit, watch } = useForm({
    defaultValues: { days: DAYS.slice(0, 5), time: '06:00', zone: ownZone(), rule: 'FREQ=MONTHLY;BYDAY=-1FR' },
  })
  const { days, time, zone, rule } = watch()
  const today = new Date().toISOString().slice(0, 10)
  const inOrder = DAYS.filter((day) => days.includes(day)).join(',')
  const recurrence = { rule: byRule ? rule : `FREQ=WEEKLY;BYDAY=${inOrder}`, start: `${today}T${time}:00`, zone }
  const fault = !byRule && days.length === 0 ? { code: 'days' as const } : recurrenceFault(recurrence)
  return (
    <form className="flex flex-col gap-2" onSubmit={(event) => void handleSubmit(() => onAdd(recurrence))(event)}>
      {byRule ? (
        <Field label="Rule (RFC 5545)" error={ruleFaultWords(recurrenceFault(recurrence))}>
          <input {...register('rule')} className="font-mono" />
        </Field>
      ) : (
        <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
          <legend className="sr-only">Days</legend>
          {DAYS.map((name, i) => (
            <label key={name} className="flex items-center gap-1">
              <input type="checkbox" value={name} {...register('days')} />
              {['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][i]}
            </label>
          ))}
        </fieldset>
      )}
      <div className="flex gap-2">
        <Field label="At">
          <input type="time" {...register('time')} />
        </Field>
        <Field label="Time zone" className="flex-1" error={fault?.code === 'zone' ? `There is no zone “${zone}”` : undefined}>
          <input {...register('zone')} list="time-zones" />
        </Field>
        <datalist id="time-zones">
          {zones().map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </div>
      <p className="text-soft">{fault ? (MISSING[fault.code] ?? '') : recurrenceWords(recurrence)}</p>
      <Button type="submit" kind="strong" disabled={fault !== null} className="self-start">
        Add
      </Button>
    </form>
  )
}

/** Stands beside the inputs, whatever is said below them. */
function AddBeside() {
  return (
    <Button type="submit" kind="strong" className="mt-[23px]">
      Add
    </Button>
  )
}

function OnceForm({ onAdd }: { onAdd: (at: string) => void }) {
  const { register, handleSubmit, formState } = useForm({ defaultValues: { at: '' } })
  return (
    <form className="flex items-start gap-2" onSubmit={(event) => void handleSubmit(({ at }) => onAdd(new Date(at).toISOString()))(event)}>
      <Field label="At" hint="By the clock of this computer" error={formState.errors.at?.message}>
        <input type="datetime-local" {...register('at', { required: 'Say when.' })} />
      </Field>
      <AddBeside />
    </form>
  )
}

function AfterBuildForm({ onAdd }: { onAdd: (pipeline: string, branch: string) => void }) {
  const { project } = useSession()
  const { register, handleSubmit, formState } = useForm({ defaultValues: { pipeline: '', branch: project.defaultBranch } })
  const { errors } = formState
  return (
    <form
      className="flex items-start gap-2"
      onSubmit={(event) => void handleSubmit(({ pipeline, branch }) => onAdd(pipeline.trim(), branch.trim()))(event)}
    >
      <Field label="Pipeline" className="flex-1" error={errors.pipeline?.message}>
        <input {...register('pipeline', needed('Name the pipeline.'))} />
      </Field>
      <Field label="Branch" className="w-32" error={errors.branch?.message}>
        <input {...register('branch', needed('Name the branch.'))} />
      </Field>
      <AddBeside />
    </form>
  )
}
