import type { PlanDetail, PlanDto, PlanTime } from '@bobbin/client'
import { recurrenceFault, recurrenceWords } from '@bobbin/core'
import { X } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { useCan } from '../../context/can.js'
import { count, formatList, ownZone } from '../../lib/format.js'
import { Field } from '../../ui/field.js'
import { Popover } from '../../ui/popover.js'
import { Button } from '../../ui/states.js'
import { buildWords, policyWords, retryWords, timeWords } from './plan-words.js'
import { type usePlanParts, usePlans } from './use-plans.js'

export interface SentenceProps {
  plan: PlanDetail
  parts: ReturnType<typeof usePlanParts>
  onChange: (part: Partial<PlanDto>, words: string) => void
  onGrid: () => void
}

/** A plan as a sentence whose parts are changed where they stand. */
export function Sentence({ plan, parts, onChange, onGrid }: SentenceProps) {
  const plans = usePlans()
  const names = new Map(plans.data?.rows.map(({ id, name }) => [id, name]) ?? [])
  const environments = new Set(plan.cells.map(({ environmentId }) => environmentId)).size
  const profiles = new Set(plan.cells.flatMap(({ profile }) => profile ?? [])).size
  const times = plan.times.map((time) => timeWords(time, names))
  return (
    <p className="max-w-[760px] text-lg leading-[30px]">
      Run{' '}
      <Part words={plan.suites.length > 0 ? formatList(plan.suites.map(({ name }) => name)) : 'no suite yet'} label="Suites">
        {() => <SuitesForm plan={plan} suites={parts.suites} onChange={onChange} />}
      </Part>{' '}
      on <Word words={count(environments, 'environment')} onClick={onGrid} />
      {profiles > 0 && (
        <>
          {' '}
          with <Word words={count(profiles, 'profile')} onClick={onGrid} />
        </>
      )}
      ,{' '}
      <Part words={times.length > 0 ? formatList(times) : 'when somebody starts it'} label="When it starts">
        {() => <TimesForm plan={plan} names={names} onChange={onChange} />}
      </Part>
      . What fails is{' '}
      <Part words={retryWords(plan)} label="What becomes of failures">
        {(close) => <RetryForm plan={plan} onChange={onChange} close={close} />}
      </Part>
      . Runs belong to{' '}
      <Part words={buildWords(plan)} label="Where its runs belong">
        {(close) => <BuildForm plan={plan} releases={parts.releases} onChange={onChange} close={close} />}
      </Part>
      . It is{' '}
      <Part words={policyWords(plan)} label="How it is split, and when it overlaps">
        {(close) => <PolicyForm plan={plan} onChange={onChange} close={close} />}
      </Part>
      .
    </p>
  )
}

function Part({ words, label, children }: { words: string; label: string; children: (close: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false)
  const can = useCan('run')
  return (
    <Popover label={label} open={open} onOpenChange={(next) => setOpen(next && can)} trigger={<Word title={label} words={words} />}>
      {children(() => setOpen(false))}
    </Popover>
  )
}

interface WordProps extends React.HTMLAttributes<HTMLSpanElement> {
  words: string
  ref?: React.Ref<HTMLSpanElement>
}

/** A part of the sentence that can be pressed. It wraps like the words around it, which a button element can't. */
function Word({ words, ...props }: WordProps) {
  return (
    <span
      {...props}
      role="button"
      tabIndex={0}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        event.currentTarget.click()
      }}
      className="cursor-pointer font-semibold underline decoration-dotted decoration-1 underline-offset-[5px] hover:text-dye"
    >
      {words}
    </span>
  )
}

type FormProps = Pick<SentenceProps, 'plan' | 'onChange'>

function SuitesForm({ plan, suites, onChange }: FormProps & { suites: SentenceProps['parts']['suites'] }) {
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
              <Parameters
                label={`Variables of ${name}`}
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

/** Variables as lines of NAME=value, saved when the field is left. */
export function Parameters({
  label,
  value,
  onChange,
}: {
  label: string
  value: Record<string, string>
  onChange: (value: Record<string, string>) => void
}) {
  const before = Object.entries(value).map(([name, text]) => `${name}=${text}`).join('\n') // prettier-ignore
  return (
    <textarea
      aria-label={label}
      defaultValue={before}
      rows={Math.max(1, Object.keys(value).length)}
      placeholder="NAME=value, one a line"
      className="field mt-1 w-full font-mono"
      onBlur={(event) => {
        if (event.target.value.trim() !== before.trim()) onChange(readVariables(event.target.value))
      }}
    />
  )
}

/** Lines of NAME=value; a line without a name says nothing. */
export function readVariables(text: string): Record<string, string> {
  return Object.fromEntries(
    text.split('\n').flatMap((line): [string, string][] => {
      const at = line.indexOf('=')
      return at > 0 ? [[line.slice(0, at).trim(), line.slice(at + 1).trim()]] : []
    }),
  )
}

type NewTime = Omit<PlanTime, 'nextAt'>
const NO_TIME = { at: null, recurrence: null, pipeline: null, branch: null, afterPlanId: null }
const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const zones = (): string[] => (Intl as unknown as { supportedValuesOf?: (key: string) => string[] }).supportedValuesOf?.('timeZone') ?? []

function TimesForm({ plan, names, onChange }: FormProps & { names: ReadonlyMap<number, string> }) {
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

function RecurrenceForm({ byRule, onAdd }: { byRule: boolean; onAdd: (recurrence: NonNullable<PlanTime['recurrence']>) => void }) {
  const [days, setDays] = useState<string[]>(DAYS.slice(0, 5))
  const [time, setTime] = useState('06:00')
  const [zone, setZone] = useState(ownZone)
  const [rule, setRule] = useState('FREQ=MONTHLY;BYDAY=-1FR')
  const today = new Date().toISOString().slice(0, 10)
  const recurrence = { rule: byRule ? rule : `FREQ=WEEKLY;BYDAY=${days.join(',')}`, start: `${today}T${time}:00`, zone }
  const fault = !byRule && days.length === 0 ? { code: 'days' as const } : recurrenceFault(recurrence)
  return (
    <div className="flex flex-col gap-2">
      {byRule ? (
        <Field
          label="Rule (RFC 5545)"
          error={
            fault?.code === 'rule'
              ? `No rule: ${fault.message}`
              : fault?.code === 'tooOften'
                ? 'Not more often than every five minutes'
                : undefined
          }
        >
          <input value={rule} onChange={(event) => setRule(event.target.value)} className="font-mono" />
        </Field>
      ) : (
        <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
          <legend className="sr-only">Days</legend>
          {DAYS.map((name, i) => (
            <label key={name} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={days.includes(name)}
                onChange={() => setDays(DAYS.filter((one) => (one === name ? !days.includes(one) : days.includes(one))))}
              />
              {['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][i]}
            </label>
          ))}
        </fieldset>
      )}
      <div className="flex gap-2">
        <Field label="At">
          <input type="time" value={time} onChange={(event) => setTime(event.target.value)} />
        </Field>
        <Field label="Time zone" className="flex-1" error={fault?.code === 'zone' ? `There is no zone “${zone}”` : undefined}>
          <input value={zone} onChange={(event) => setZone(event.target.value)} list="time-zones" />
        </Field>
        <datalist id="time-zones">
          {zones().map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </div>
      <p className="text-soft">{fault ? (fault.code === 'days' ? 'Choose at least one day.' : '') : recurrenceWords(recurrence)}</p>
      <Button kind="strong" disabled={fault !== null} onClick={() => onAdd(recurrence)} className="self-start">
        Add
      </Button>
    </div>
  )
}

function OnceForm({ onAdd }: { onAdd: (at: string) => void }) {
  const [at, setAt] = useState('')
  return (
    <div className="flex items-end gap-2">
      <Field label="At" hint="By the clock of this computer">
        <input type="datetime-local" value={at} onChange={(event) => setAt(event.target.value)} />
      </Field>
      <Button kind="strong" disabled={at === ''} onClick={() => onAdd(new Date(at).toISOString())}>
        Add
      </Button>
    </div>
  )
}

function AfterBuildForm({ onAdd }: { onAdd: (pipeline: string, branch: string) => void }) {
  const [pipeline, setPipeline] = useState('')
  const [branch, setBranch] = useState('main')
  return (
    <div className="flex items-end gap-2">
      <Field label="Pipeline" className="flex-1">
        <input value={pipeline} onChange={(event) => setPipeline(event.target.value)} />
      </Field>
      <Field label="Branch" className="w-32">
        <input value={branch} onChange={(event) => setBranch(event.target.value)} />
      </Field>
      <Button kind="strong" disabled={pipeline.trim() === '' || branch.trim() === ''} onClick={() => onAdd(pipeline.trim(), branch.trim())}>
        Add
      </Button>
    </div>
  )
}

function RetryForm({ plan, onChange, close }: FormProps & { close: () => void }) {
  const [retries, setRetries] = useState(plan.retries)
  const [unless, setUnless] = useState(plan.retryUnless === null ? '' : String(plan.retryUnless))
  return (
    <Submit
      close={close}
      onSubmit={() => onChange({ retries, retryUnless: unless === '' ? null : Number(unless) }, 'Changed what becomes of failures')}
    >
      <Field label="Tries after the first, each on a fresh process">
        <input type="number" min={0} max={5} value={retries} onChange={(event) => setRetries(Number(event.target.value))} />
      </Field>
      <Field label="Unless more than so many fail" hint="So many failures at once are no flakiness: common practice. Empty: always">
        <input type="number" min={1} value={unless} onChange={(event) => setUnless(event.target.value)} />
      </Field>
    </Submit>
  )
}

function BuildForm({ plan, releases, onChange, close }: FormProps & { releases: SentenceProps['parts']['releases']; close: () => void }) {
  const [newestBuild, setNewest] = useState(plan.newestBuild)
  const [pipeline, setPipeline] = useState(plan.pipeline)
  const [branch, setBranch] = useState(plan.branch)
  const [release, setRelease] = useState(String(plan.releaseId ?? ''))
  return (
    <Submit
      close={close}
      onSubmit={() =>
        onChange({ newestBuild, pipeline, branch, releaseId: release === '' ? null : Number(release) }, 'Changed where its runs belong')
      }
    >
      <fieldset className="flex flex-col gap-1">
        <legend className="sr-only">Builds</legend>
        <label className="flex items-center gap-1.5">
          <input type="radio" checked={!newestBuild} onChange={() => setNewest(false)} /> builds of its own, counted up
        </label>
        <label className="flex items-center gap-1.5">
          <input type="radio" checked={newestBuild} onChange={() => setNewest(true)} /> the newest build that the pipeline delivered
        </label>
      </fieldset>
      <Field label="Pipeline">
        <input value={pipeline} required onChange={(event) => setPipeline(event.target.value)} />
      </Field>
      <Field label="Branch">
        <input value={branch} required onChange={(event) => setBranch(event.target.value)} />
      </Field>
      <Field label="Release">
        <select value={release} onChange={(event) => setRelease(event.target.value)}>
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

function PolicyForm({ plan, onChange, close }: FormProps & { close: () => void }) {
  const [split, setSplit] = useState(plan.split)
  const [shards, setShards] = useState(plan.shards === null ? '' : String(plan.shards))
  const [overlap, setOverlap] = useState(plan.overlap)
  return (
    <Submit
      close={close}
      onSubmit={() => onChange({ split, overlap, shards: shards === '' ? null : Number(shards) }, 'Changed how it is split')}
    >
      <Field label="Split">
        <select value={split} onChange={(event) => setSplit(event.target.value as typeof split)}>
          <option value="time">by how long tests took</option>
          <option value="count">by the number of tests</option>
          <option value="file">by file</option>
        </select>
      </Field>
      <Field label="Over so many agents at most" hint="Empty: as many as there are">
        <input type="number" min={1} max={500} value={shards} onChange={(event) => setShards(event.target.value)} />
      </Field>
      <Field label="When the start before is still under way">
        <select value={overlap} onChange={(event) => setOverlap(event.target.value as typeof overlap)}>
          <option value="queue">wait for it</option>
          <option value="skip">skip this start</option>
          <option value="stop">stop it</option>
        </select>
      </Field>
    </Submit>
  )
}

function Submit({ onSubmit, close, children }: { onSubmit: () => void; close: () => void; children: ReactNode }) {
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
        close()
      }}
    >
      {children}
      <Button type="submit" kind="strong" className="self-start">
        Save
      </Button>
    </form>
  )
}
