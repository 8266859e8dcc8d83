import type { CaseStep } from '@bobbin/client'
import { readStepTable } from '@bobbin/core'
import { ArrowDown, ArrowUp, CornerDownLeft, GripVertical, Plus, X } from 'lucide-react'
import { useState, type ClipboardEvent } from 'react'

const DRAGGED = 'application/x-bobbin-step'

export interface StepsEditorProps {
  steps: CaseStep[]
  onChange: (steps: CaseStep[]) => void
}

/** Steps with what is expected of each: dragged or moved by key, put in between, pasted from a table. */
export function StepsEditor({ steps, onChange }: StepsEditorProps) {
  const [over, setOver] = useState<number | null>(null)
  const put = (i: number, part: Partial<CaseStep>) => onChange(steps.map((step, at) => (at === i ? { ...step, ...part } : step)))
  const insert = (i: number, ...added: CaseStep[]) => onChange([...steps.slice(0, i), ...added, ...steps.slice(i)])
  const moveTo = (from: number, to: number) => {
    if (to < 0 || to >= steps.length) return
    const next = [...steps]
    const [step] = next.splice(from, 1)
    if (step) next.splice(to, 0, step)
    onChange(next)
  }
  /** A table or a list becomes steps; a line of text stays what it is. */
  const paste = (i: number) => (event: ClipboardEvent) => {
    const table = readStepTable(event.clipboardData.getData('text/plain'))
    if (!table || table.length === 0) return
    event.preventDefault()
    const empty = steps[i]?.action === '' && steps[i]?.expected === ''
    onChange([...steps.slice(0, empty ? i : i + 1), ...table, ...steps.slice(i + 1)])
  }
  return (
    <section className="mt-4" aria-label="Steps">
      <h3 className="mb-1 text-sm">Steps</h3>
      <ol>
        {steps.map((step, i) => (
          <li
            key={i}
            onDragOver={(event) => {
              if (!event.dataTransfer.types.includes(DRAGGED)) return
              event.preventDefault()
              setOver(i)
            }}
            onDragLeave={() => setOver(null)}
            onDrop={(event) => {
              event.preventDefault()
              setOver(null)
              moveTo(Number(event.dataTransfer.getData(DRAGGED)), i)
            }}
            onKeyDown={(event) => {
              if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
              event.preventDefault()
              moveTo(i, i + (event.key === 'ArrowUp' ? -1 : 1))
            }}
            className={`group flex gap-2 border-t py-2 ${over === i ? 'border-dye' : 'border-hairline'}`}
          >
            <span
              draggable
              onDragStart={(event) => event.dataTransfer.setData(DRAGGED, String(i))}
              title="Drag; or Alt and an arrow key"
              className="flex w-7 shrink-0 cursor-grab items-start gap-0.5 pt-1.5 text-right font-mono text-soft"
            >
              <GripVertical size={12} className="mt-0.5 opacity-0 group-hover:opacity-100" aria-hidden="true" />
              {i + 1}
            </span>
            <div className="grid min-w-0 flex-1 grid-cols-2 gap-2" onPaste={paste(i)}>
              <textarea
                aria-label={`Step ${i + 1}, action`}
                rows={2}
                className="field [field-sizing:content] resize-none"
                placeholder="What to do"
                value={step.action}
                onChange={(event) => put(i, { action: event.target.value })}
              />
              <textarea
                aria-label={`Step ${i + 1}, expected result`}
                rows={2}
                className="field [field-sizing:content] resize-none"
                placeholder="Expected result"
                value={step.expected}
                onChange={(event) => put(i, { expected: event.target.value })}
              />
            </div>
            <div className="grid shrink-0 grid-cols-2 content-start text-soft">
              <StepButton label={`Step ${i + 1} up`} disabled={i === 0} onClick={() => moveTo(i, i - 1)} icon={ArrowUp} />
              <StepButton
                label={`Remove step ${i + 1}`}
                disabled={false}
                onClick={() => onChange(steps.filter((_, at) => at !== i))}
                icon={X}
              />
              <StepButton
                label={`Step ${i + 1} down`}
                disabled={i === steps.length - 1}
                onClick={() => moveTo(i, i + 1)}
                icon={ArrowDown}
              />
              <StepButton
                label={`Add a step after step ${i + 1}`}
                disabled={false}
                onClick={() => insert(i + 1, { action: '', expected: '' })}
                icon={CornerDownLeft}
              />
            </div>
          </li>
        ))}
      </ol>
      <button
        type="button"
        onClick={() => insert(steps.length, { action: '', expected: '' })}
        onPaste={paste(steps.length)}
        className="inline-flex min-h-[30px] items-center gap-1.5 font-medium text-dye"
      >
        <Plus size={14} /> Add a step
      </button>
      <span className="ml-3 text-soft">Paste a table or a list into a step to make many.</span>
    </section>
  )
}

function StepButton({ label, icon: Icon, ...props }: { label: string; disabled: boolean; onClick: () => void; icon: typeof X }) {
  return (
    <button type="button" aria-label={label} title={label} className="p-1 hover:text-ink" {...props}>
      <Icon size={13} />
    </button>
  )
}
