import type { RunDetail } from '@bobbin/client'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { count } from '../../lib/format.js'

const CODES: Record<string, string> = {
  load: 'did not load',
  hook: 'failed in a hook',
  suite: 'went wrong outside any test',
  undelivered: 'hides something',
}

/** What went wrong outside any test, at the head of the run; warnings of the files below it, folded. */
export function RunFaults({ detail }: { detail: RunDetail }) {
  const { faults, warnings } = detail
  if (faults.length === 0 && warnings.length === 0) return null
  return (
    <div className="max-h-[34%] shrink-0 overflow-y-auto border-b border-hairline" tabIndex={0} role="region" aria-label="Faults and notes">
      {faults.length > 0 && (
        <ul className="border-l-[3px] border-errored bg-errored-wash/40 py-1.5">
          {faults.map((fault, i) => (
            <Fault key={i} fault={fault} />
          ))}
        </ul>
      )}
      {warnings.length > 0 && <Notes warnings={warnings} />}
    </div>
  )
}

function Fault({ fault }: { fault: RunDetail['faults'][number] }) {
  const [open, setOpen] = useState(false)
  const Icon = open ? ChevronDown : ChevronRight
  const more = fault.stack ?? (fault.message?.includes('\n') ? fault.message : null)
  return (
    <li className="px-[17px] py-1">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="flex w-full min-w-0 items-baseline gap-1.5 text-left"
      >
        <Icon size={13} className="shrink-0 translate-y-0.5" aria-hidden="true" />
        <span className="min-w-0 truncate">
          <span className="font-mono">{fault.subject}</span> <strong className="font-semibold">{CODES[fault.code] ?? fault.code}</strong>
          {fault.message && <span className="text-soft"> — {fault.message.split('\n', 1)[0]}</span>}
        </span>
      </button>
      {open && (
        <div className="mt-1 ml-5">
          {more && <pre className="overflow-x-auto font-mono text-xs whitespace-pre-wrap">{more}</pre>}
          <p className="mt-1 text-soft">
            {fault.file}, line {fault.place.line}
          </p>
        </div>
      )}
    </li>
  )
}

function Notes({ warnings }: { warnings: RunDetail['warnings'] }) {
  const [open, setOpen] = useState(false)
  const Icon = open ? ChevronDown : ChevronRight
  const total = warnings.reduce((sum, file) => sum + file.warnings.length, 0)
  return (
    <div className="px-5 py-1.5 text-soft">
      <button type="button" aria-expanded={open} onClick={() => setOpen(!open)} className="flex items-center gap-1.5">
        <Icon size={13} aria-hidden="true" /> {count(total, 'note')} on how the files were read
      </button>
      {open && (
        <ul className="ml-5">
          {warnings.flatMap(({ file, warnings: own }) =>
            own.map((warning, i) => (
              <li key={`${file}-${i}`} className="py-0.5">
                {warning.message}
                {warning.count > 1 && `, ${warning.count} times`} — <span className="font-mono">{file}</span>, line {warning.place.line}
              </li>
            )),
          )}
        </ul>
      )}
    </div>
  )
}
