import type { PlanDetail, PlanDto } from '@bobbin/client'
import { useState, type ReactNode } from 'react'
import { useCan } from '../../context/can.js'
import { count, formatList } from '../../lib/format.js'
import { Popover } from '../../ui/popover.js'
import { BuildForm, PolicyForm, RetryForm, SuitesForm } from './part-forms.js'
import { buildWords, policyWords, retryWords, timeWords } from './plan-words.js'
import { TimesForm } from './times-form.js'
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
