import type { AttemptDetail } from '@bobbin/client'
import { Copy, Maximize2 } from 'lucide-react'
import { useState } from 'react'
import { formatDuration } from '../../lib/format.js'
import { useKeys } from '../../lib/use-keys.js'
import { AnsiText } from '../../ui/ansi-text.js'
import { copyText } from '../../ui/copy.js'
import { AttachmentsView } from './attachments-view.js'
import { FailureDialog } from './failure-dialog.js'
import { failureText } from './failure-text.js'
import { Block, FailureView } from './failure-view.js'
import { StepsView } from './steps-view.js'

export interface AttemptViewProps {
  attempt: AttemptDetail
  /** What the test is called. */
  name: string
  /** Where its result is. */
  place: { runId: number; scriptId: number }
  /** Whether keys are meant for it; of several attempts on one page they are for one. */
  keys?: boolean
}

/** One try: what it said, where, and what it printed. */
export function AttemptView({ attempt, name, place, keys = true }: AttemptViewProps) {
  return (
    <>
      {(attempt.failures.length > 0 || attempt.reason) && <FailureTools attempt={attempt} name={name} keys={keys} />}
      {attempt.failures.map((failure, i) => (
        <FailureView key={i} failure={failure} outcome={attempt.outcome} />
      ))}
      {attempt.failures.length === 0 && attempt.reason && (
        <Block tone="border-skipped">
          <AnsiText text={attempt.reason} />
        </Block>
      )}
      {attempt.failures.length === 0 && !attempt.reason && (
        <p className="mt-3 text-soft">Nothing to report; it took {formatDuration(attempt.durationMs)}.</p>
      )}
      <AttachmentsView
        attachments={attempt.attachments}
        zip={`runs/${place.runId}/results/${place.scriptId}/attempts/${attempt.ordinal}/attachments`}
      />
      <StepsView steps={attempt.steps} />
      <Properties properties={attempt.properties} />
      <Output title="Output" text={attempt.stdout} />
      <Output title="Error output" text={attempt.stderr} />
    </>
  )
}

/** What can be done with what went wrong, by button or key. */
function FailureTools({ attempt, name, keys }: { attempt: AttemptDetail; name: string; keys: boolean }) {
  const [full, setFull] = useState(false)
  const copy = () => void copyText(failureText(attempt), 'Message and stack')
  useKeys(keys ? { c: copy, o: () => setFull(true) } : {})
  return (
    <div className="float-right mt-2 ml-2 flex gap-1 text-soft">
      <button
        type="button"
        aria-label="Copy message and stack"
        title="Copy message and stack (c)"
        className="p-1 hover:text-ink"
        onClick={copy}
      >
        <Copy size={13} />
      </button>
      <button
        type="button"
        aria-label="Message and stack full screen"
        title="Full screen (o)"
        className="p-1 hover:text-ink"
        onClick={() => setFull(true)}
      >
        <Maximize2 size={13} />
      </button>
      {full && <FailureDialog attempt={attempt} name={name} onClose={() => setFull(false)} />}
    </div>
  )
}

function Properties({ properties }: { properties: AttemptDetail['properties'] }) {
  if (properties.length === 0) return null
  return (
    <section className="mt-5">
      <h3 className="mb-1 text-sm">Properties</h3>
      <dl className="grid grid-cols-[minmax(70px,auto)_1fr] gap-x-4 gap-y-0.5">
        {properties.map(({ name, value }, i) => (
          <div key={i} className="contents">
            <dt className="truncate text-soft">{name}</dt>
            <dd className="min-w-0 font-mono break-words">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}

const SHOWN_LINES = 200

function Output({ title, text }: { title: string; text: string | null }) {
  const [all, setAll] = useState(false)
  if (!text?.trim()) return null
  const lines = text.trim().split('\n')
  const shown = all ? lines : lines.slice(0, SHOWN_LINES)
  return (
    <section className="mt-5">
      <h3 className="mb-1 text-sm">{title}</h3>
      <pre
        className="max-h-[420px] overflow-auto border-l border-hairline pl-3 font-mono text-xs leading-[18px] whitespace-pre-wrap"
        tabIndex={0}
      >
        <AnsiText text={shown.join('\n')} />
      </pre>
      {lines.length > shown.length && (
        <button type="button" className="link mt-1" onClick={() => setAll(true)}>
          Show all {lines.length} lines
        </button>
      )}
    </section>
  )
}
