import type { AttemptDetail } from '@bobbin/client'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { AnsiText } from '../../ui/ansi-text.js'
import { ComparisonView } from './comparison-view.js'
import { comparisonOf, stackOf } from './failure-text.js'
import { splitStack } from './stack.js'

/** What went wrong once: the words, the values that were compared, and where. */
export function FailureView({ failure, outcome }: { failure: AttemptDetail['failures'][number]; outcome: AttemptDetail['outcome'] }) {
  const comparison = comparisonOf(failure)
  const stack = stackOf(failure)
  return (
    <>
      <Block tone={outcome === 'errored' ? 'border-errored' : 'border-failed'}>
        {failure.type && (
          <div className="truncate font-mono text-xs font-normal text-soft" title={failure.type}>
            {failure.type}
          </div>
        )}
        <strong className="font-semibold break-words whitespace-pre-wrap">
          {comparison ? (
            comparison.rest || 'The values differ'
          ) : (
            <AnsiText text={failure.message ?? failure.type ?? 'It failed without a message'} />
          )}
        </strong>
        {comparison && <ComparisonView comparison={comparison} />}
      </Block>
      {stack && <Stack stack={stack} />}
    </>
  )
}

export function Block({ tone, children }: { tone: string; children: ReactNode }) {
  return <div className={`mt-3 border-l-[3px] ${tone} py-0.5 pl-3 text-sm`}>{children}</div>
}

function Stack({ stack }: { stack: string }) {
  return (
    <section className="mt-4">
      <h3 className="mb-1 text-sm">Where</h3>
      {splitStack(stack).map((part, i) =>
        part.kind === 'own' ? <Lines key={i} lines={part.lines} /> : <Fold key={i} lines={part.lines} />,
      )}
    </section>
  )
}

function Lines({ lines }: { lines: string[] }) {
  return <pre className="font-mono text-xs leading-[19px] break-words whitespace-pre-wrap">{lines.join('\n')}</pre>
}

function Fold({ lines }: { lines: string[] }) {
  const [open, setOpen] = useState(false)
  const Icon = open ? ChevronDown : ChevronRight
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="flex items-center gap-1 font-mono text-xs leading-[19px] text-soft hover:text-ink"
      >
        <Icon size={12} aria-hidden="true" /> {lines.length} {lines.length === 1 ? 'frame' : 'frames'} of the runner
      </button>
      {open && (
        <div className="text-soft">
          <Lines lines={lines} />
        </div>
      )}
    </>
  )
}
