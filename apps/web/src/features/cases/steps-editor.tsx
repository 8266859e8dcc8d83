import type { CaseStep } from '@bobbin/client'
import { readStepTable } from '@bobbin/core'
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { ArrowDown, ArrowUp, CornerDownLeft, GripVertical, Plus, X } from 'lucide-react'
import { type ClipboardEvent, type ReactNode, useEffect, useRef } from 'react'
import { POINTER } from '../../ui/drag.js'

export interface StepsEditorProps {
  steps: CaseStep[]
  onChange: (steps: CaseStep[]) => void
}

/** Steps have no ids: one is known by where it stands, from 1. */
const places = (steps: readonly CaseStep[]) => steps.map((_, i) => i + 1)

/** Steps with what is expected of each: dragged or moved by key, put in between, pasted from a table. */
export function StepsEditor({ steps, onChange }: StepsEditorProps) {
  const list = useRef<HTMLOListElement>(null)
  /** Where the step went that was moved by keys: its handle keeps the focus. */
  const movedTo = useRef<number | null>(null)
  useEffect(() => {
    if (movedTo.current === null) return
    list.current?.querySelector<HTMLElement>(`[data-handle="${movedTo.current}"]`)?.focus()
    movedTo.current = null
  }, [steps])
  const sensors = useSensors(
    useSensor(PointerSensor, POINTER),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const put = (i: number, part: Partial<CaseStep>) => onChange(steps.map((step, at) => (at === i ? { ...step, ...part } : step)))
  const insert = (i: number, ...added: CaseStep[]) => onChange([...steps.slice(0, i), ...added, ...steps.slice(i)])
  const moveTo = (from: number, to: number) => {
    if (to < 0 || to >= steps.length) return
    const next = [...steps]
    const [step] = next.splice(from, 1)
    if (step) next.splice(to, 0, step)
    onChange(next)
  }
  const drop = ({ active, over, activatorEvent }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    if (activatorEvent instanceof KeyboardEvent) movedTo.current = Number(over.id)
    moveTo(Number(active.id) - 1, Number(over.id) - 1)
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
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={drop}
        accessibility={{ announcements: ANNOUNCEMENTS, screenReaderInstructions: { draggable: INSTRUCTIONS }, restoreFocus: false }}
      >
        <SortableContext items={places(steps)} strategy={verticalListSortingStrategy}>
          <ol ref={list}>
            {steps.map((step, i) => (
              <StepLine key={i} place={i + 1} onMove={(by) => moveTo(i, i + by)}>
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
              </StepLine>
            ))}
          </ol>
        </SortableContext>
      </DndContext>
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

const INSTRUCTIONS = 'Press Space to pick up, the arrow keys to move, Space again to drop, and Escape to cancel.'

type Active = { active: { id: UniqueIdentifier } }
type Over = { over: { id: UniqueIdentifier } | null }

const ANNOUNCEMENTS = {
  onDragStart: ({ active }: Active) => `Picked up step ${active.id}.`,
  onDragOver: ({ over }: Over) => (over ? `At place ${over.id}.` : undefined),
  onDragEnd: ({ active, over }: Active & Over) =>
    over ? `Step ${active.id} is now step ${over.id}.` : `Step ${active.id} stays where it was.`,
  onDragCancel: ({ active }: Active) => `Step ${active.id} stays where it was.`,
}

/** A step with its number, which is the handle to drag it by; the others make room meanwhile. */
function StepLine({ place, onMove, children }: { place: number; onMove: (by: number) => void; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: place })
  return (
    <li
      ref={setNodeRef}
      style={transform ? { transform: `translateY(${transform.y}px)`, transition } : undefined}
      onKeyDown={(event) => {
        if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
        event.preventDefault()
        onMove(event.key === 'ArrowUp' ? -1 : 1)
      }}
      className={`group flex gap-2 border-t border-hairline py-2 ${isDragging ? 'relative z-10 rounded bg-raised shadow-xl' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        data-handle={place}
        title="Drag; or Space and the arrow keys"
        {...attributes}
        {...listeners}
        aria-label={`Move step ${place}`}
        className="flex w-7 shrink-0 cursor-grab touch-none items-start gap-0.5 pt-1.5 text-right font-mono text-soft"
      >
        <GripVertical size={12} className="mt-0.5 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100" aria-hidden="true" />
        {place}
      </button>
      {children}
    </li>
  )
}

function StepButton({ label, icon: Icon, ...props }: { label: string; disabled: boolean; onClick: () => void; icon: typeof X }) {
  return (
    <button type="button" aria-label={label} title={label} className="p-1 hover:text-ink" {...props}>
      <Icon size={13} />
    </button>
  )
}
