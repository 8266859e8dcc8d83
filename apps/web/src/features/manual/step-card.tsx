import type { DraftFile } from '@bobbin/client'
import type { StepDraft, Verdict } from '@bobbin/core'
import { Bug, Paperclip } from 'lucide-react'
import { useRef, useState, type RefObject } from 'react'
import { Button, Key } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { VERDICT_WORDS } from './manual-words.js'
import { StepFiles } from './step-files.js'
import type { PendingFile } from './use-step-files.js'

export interface StepCardProps {
  nth: number
  step: { action: string; expected: string }
  draft: StepDraft | undefined
  files: DraftFile[]
  pending: PendingFile[]
  caseId: number
  isCurrent: boolean
  writes: boolean
  words: RefObject<HTMLTextAreaElement | null> | undefined
  onOpen: () => void
  onVerdict: (verdict: Verdict) => void
  onActual: (actual: string) => void
  onFiles: (files: File[]) => void
  onDefect: () => void
  onNext: () => void
  onChanged: () => void
}

const VERDICTS: readonly [Verdict, string][] = [
  ['passed', 'p'],
  ['failed', 'f'],
  ['errored', 'e'],
  ['skipped', 's'],
]

/** A step: a line, or large with everything that can be said of it where it is the one that is done. */
export function StepCard(props: StepCardProps) {
  return props.isCurrent ? <OpenStep {...props} /> : <StepLine {...props} />
}

function StepLine({ nth, step, draft, files, pending, caseId, writes, onOpen, onChanged }: StepCardProps) {
  const line = (
    <>
      <span className="w-6 shrink-0 text-soft">{nth + 1}</span>
      <span className="min-w-0 flex-1">{step.action}</span>
      <span className="min-w-0 flex-1 text-soft">{step.expected}</span>
      <span className="w-6 shrink-0">{draft?.verdict && <OutcomeGlyph outcome={draft.verdict} />}</span>
    </>
  )
  const className = 'flex w-full gap-4 border-t border-hairline py-2.5 text-left max-[700px]:flex-wrap'
  return (
    <li>
      {writes ? (
        <button type="button" onClick={onOpen} className={`${className} hover:bg-surface`}>
          {line}
        </button>
      ) : (
        <div className={className}>{line}</div>
      )}
      {(draft?.actual || files.length > 0) && (
        <div className="pb-2 pl-10">
          {draft?.actual && <p className="whitespace-pre-wrap text-soft">{draft.actual}</p>}
          <StepFiles caseId={caseId} files={files} pending={pending} writes={writes} onChanged={onChanged} />
        </div>
      )}
    </li>
  )
}

function OpenStep({
  nth,
  step,
  draft,
  files,
  pending,
  caseId,
  words,
  onVerdict,
  onActual,
  onFiles,
  onDefect,
  onNext,
  onChanged,
}: StepCardProps) {
  const [over, setOver] = useState(false)
  const picker = useRef<HTMLInputElement>(null)
  return (
    <li
      aria-current="step"
      className={`my-1.5 flex gap-4 rounded border p-4 ${over ? 'border-dye bg-dye-wash' : 'border-dye bg-raised'} max-[700px]:gap-2 max-[700px]:p-3`}
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault()
        setOver(false)
        onFiles([...event.dataTransfer.files])
      }}
    >
      <span className="w-6 shrink-0 text-dye">{nth + 1}</span>
      <div className="min-w-0 flex-1">
        <p className="text-lg">{step.action}</p>
        {step.expected && <p className="mt-2 border-l-[3px] border-hairline pl-3 text-base">{step.expected}</p>}
        <textarea
          ref={words}
          aria-label={`Actual result of step ${nth + 1}`}
          placeholder="Actual result; paste a screenshot here"
          className="field mt-3 w-full border-dashed"
          rows={draft?.actual ? Math.min(8, draft.actual.split('\n').length + 1) : 2}
          value={draft?.actual ?? ''}
          onChange={({ target }) => onActual(target.value)}
          onKeyDown={(event) => {
            // once leaves the text, a second time the case
            if (event.key === 'Escape') {
              event.preventDefault()
              event.currentTarget.blur()
            } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) onNext()
          }}
        />
        <StepFiles caseId={caseId} files={files} pending={pending} writes onChanged={onChanged} />
        <div className="mt-3 flex flex-wrap items-center gap-2">
          {VERDICTS.map(([verdict, key]) => (
            <Button
              key={verdict}
              kind={(draft?.verdict ?? 'passed') === verdict ? 'strong' : 'plain'}
              aria-pressed={draft?.verdict === verdict}
              onClick={() => onVerdict(verdict)}
            >
              {VERDICT_WORDS[verdict]} <Key>{key}</Key>
            </Button>
          ))}
          <span className="ml-auto flex gap-1">
            <Button kind="quiet" onClick={() => picker.current?.click()}>
              <Paperclip size={14} aria-hidden="true" /> Attach
            </Button>
            <Button kind="quiet" onClick={onDefect}>
              <Bug size={14} aria-hidden="true" /> {draft?.defectId ? 'Another defect' : 'Defect'} <Key>d</Key>
            </Button>
          </span>
          <input
            ref={picker}
            type="file"
            multiple
            hidden
            aria-label={`Attach files to step ${nth + 1}`}
            onChange={({ target }) => {
              onFiles([...(target.files ?? [])])
              target.value = ''
            }}
          />
        </div>
        {draft?.defectId && <p className="mt-2 text-soft">A defect was reported from this step.</p>}
      </div>
    </li>
  )
}
