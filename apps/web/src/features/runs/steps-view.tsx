import type { AttemptDetail } from '@bobbin/client'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { formatDuration } from '../../lib/format.js'
import { AnsiText } from '../../ui/ansi-text.js'
import { OutcomeGlyph } from '../../ui/thread.js'

type Step = AttemptDetail['steps'][number]

/** The steps of an attempt, in order; those inside a step are unfolded where one of them went wrong. */
export function StepsView({ steps }: { steps: Step[] }) {
  if (steps.length === 0) return null
  return (
    <section className="mt-5">
      <h3 className="mb-1 text-sm">Steps</h3>
      <StepList steps={steps} />
    </section>
  )
}

function StepList({ steps }: { steps: Step[] }) {
  return (
    <ol>
      {steps.map((step, i) => (
        <StepLine key={i} step={step} />
      ))}
    </ol>
  )
}

function StepLine({ step }: { step: Step }) {
  const wrong = isWrong(step)
  const [open, setOpen] = useState(wrong)
  const Icon = open ? ChevronDown : ChevronRight
  return (
    <li className="border-t border-hairline py-1">
      <div className="flex items-baseline gap-2">
        <OutcomeGlyph outcome={step.outcome} />
        <span className={`min-w-0 flex-1 break-words ${step.outcome === 'skipped' || step.outcome === 'notRun' ? 'text-soft' : ''}`}>
          {step.keyword && <span className="mr-1.5 font-semibold">{step.keyword}</span>}
          {step.text}
        </span>
        {step.steps.length > 0 && (
          <button type="button" aria-expanded={open} onClick={() => setOpen(!open)} className="flex items-center text-soft hover:text-ink">
            <Icon size={12} aria-hidden="true" /> {step.steps.length} inside
          </button>
        )}
        <span className="whitespace-nowrap font-mono text-xs text-soft">
          {step.durationMs === null ? '' : formatDuration(step.durationMs)}
        </span>
      </div>
      {wrong && step.message && step.steps.length === 0 && (
        <pre className="mt-0.5 ml-[26px] font-mono text-xs break-words whitespace-pre-wrap text-failed">
          <AnsiText text={step.message} />
        </pre>
      )}
      {open && step.steps.length > 0 && (
        <div className="ml-[26px]">
          <StepList steps={step.steps} />
        </div>
      )}
    </li>
  )
}

const isWrong = ({ outcome }: Step) => outcome === 'failed' || outcome === 'errored'
