import type { AttemptDetail } from '@bobbin/client'
import { ChevronDown, ChevronRight, Copy } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { formatDuration } from '../../lib/format.js'
import { notify, notifyError } from '../../ui/toast.js'
import { AttachmentsView } from './attachments-view.js'
import { expectedActual, plainText, splitStack } from './stack.js'
import { StepsView } from './steps-view.js'

/** One try: what it said, where, and what it printed. */
export function AttemptView({ attempt }: { attempt: AttemptDetail }) {
  return (
    <>
      {attempt.failures.map((failure, i) => (
        <FailureView key={i} failure={failure} outcome={attempt.outcome} />
      ))}
      {attempt.failures.length === 0 && attempt.reason && <Block tone="border-skipped">{plainText(attempt.reason)}</Block>}
      {attempt.failures.length === 0 && !attempt.reason && (
        <p className="mt-3 text-soft">Nothing to report; it took {formatDuration(attempt.durationMs)}.</p>
      )}
      <AttachmentsView attachments={attempt.attachments} />
      <StepsView steps={attempt.steps} />
      <Properties properties={attempt.properties} />
      <Output title="Output" text={attempt.stdout} />
      <Output title="Error output" text={attempt.stderr} />
    </>
  )
}

function FailureView({ failure, outcome }: { failure: AttemptDetail['failures'][number]; outcome: AttemptDetail['outcome'] }) {
  const message = plainText(failure.message ?? failure.type ?? 'It failed without a message')
  const pair = expectedActual(message) ?? toldApart(failure)
  const text = pair ? message.split('\n').filter((line) => !/^\s*(Expected|Received):\s/.test(line)).join('\n').trim() : message // prettier-ignore
  const stack = failure.stack && withoutEcho(plainText(failure.stack), message)
  return (
    <>
      <Block tone={outcome === 'errored' ? 'border-errored' : 'border-failed'}>
        {failure.type && (
          <div className="truncate font-mono text-xs font-normal text-soft" title={failure.type}>
            {failure.type}
          </div>
        )}
        <strong className="font-semibold break-words whitespace-pre-wrap">{text || 'The values differ'}</strong>
        {pair && (
          <dl className="mt-1.5 grid grid-cols-[70px_minmax(0,1fr)] gap-y-1 font-mono break-words">
            <dt className="text-soft">expected</dt>
            <dd>
              <mark className="bg-passed-wash px-0.5 text-ink">{pair.expected}</mark>
            </dd>
            <dt className="text-soft">actual</dt>
            <dd>
              <mark className="bg-failed-wash px-0.5 text-ink">{pair.actual}</mark>
            </dd>
          </dl>
        )}
      </Block>
      {stack && <Stack stack={stack} />}
    </>
  )
}

/** What the file itself says was wanted and found. */
function toldApart({ expected, actual }: AttemptDetail['failures'][number]) {
  return expected != null && actual != null ? { expected, actual } : null
}

/** Most stacks begin with the message again. */
function withoutEcho(stack: string, message: string): string {
  const at = stack.indexOf(message)
  return at >= 0 && at < 80 ? stack.slice(at + message.length).replace(/^\n/, '') : stack
}

function Block({ tone, children }: { tone: string; children: ReactNode }) {
  return <div className={`mt-3 border-l-[3px] ${tone} py-0.5 pl-3 text-sm`}>{children}</div>
}

function Stack({ stack }: { stack: string }) {
  const parts = splitStack(stack)
  return (
    <section className="mt-4">
      <div className="mb-1 flex items-center gap-2">
        <h3 className="text-sm">Where</h3>
        <button
          type="button"
          aria-label="Copy the stack"
          title="Copy the stack"
          className="text-soft hover:text-ink"
          onClick={() => void copy(stack)}
        >
          <Copy size={12} />
        </button>
      </div>
      {parts.map((part, i) => (part.kind === 'own' ? <Lines key={i} lines={part.lines} /> : <Fold key={i} lines={part.lines} />))}
    </section>
  )
}

/** A browser gives the clipboard only to pages that it trusts (https, or this machine). */
async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    notify('Copied')
  } catch {
    notifyError('The browser does not let this page copy. Select the text and copy it by hand.')
  }
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
  const lines = plainText(text).trim().split('\n')
  const shown = all ? lines : lines.slice(0, SHOWN_LINES)
  return (
    <section className="mt-5">
      <h3 className="mb-1 text-sm">{title}</h3>
      <pre
        className="max-h-[420px] overflow-auto border-l border-hairline pl-3 font-mono text-xs leading-[18px] whitespace-pre-wrap"
        tabIndex={0}
      >
        {shown.join('\n')}
      </pre>
      {lines.length > shown.length && (
        <button type="button" className="link mt-1" onClick={() => setAll(true)}>
          Show all {lines.length} lines
        </button>
      )}
    </section>
  )
}
