import { Maximize2, Minimize2, X } from 'lucide-react'
import { useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react'
import { useKeys } from '../lib/use-keys.js'

export interface InspectorProps {
  label: string
  onClose: () => void
  children: ReactNode
  /** Actions and their keys, along the bottom. */
  footer?: ReactNode
}

const KEY = 'bobbin.inspector'
const LEAST = 22
const MOST = 70
const USUAL = 38

/** What a list opens: beside it, draggable, to full width with `f`, closed with Escape. */
export function Inspector({ label, onClose, children, footer }: InspectorProps) {
  const [share, setShare] = useState(() => Number(localStorage.getItem(KEY)) || USUAL)
  const [full, setFull] = useState(false)
  useKeys({ Escape: () => (full ? setFull(false) : onClose()), f: () => setFull(!full) })

  const resize = (percent: number) => {
    const next = Math.min(MOST, Math.max(LEAST, percent))
    setShare(next)
    localStorage.setItem(KEY, String(next))
  }

  return (
    <aside
      aria-label={label}
      className={
        full
          ? 'absolute inset-0 z-10 flex flex-col bg-surface'
          : 'relative flex min-w-[330px] shrink-0 flex-col border-l border-hairline bg-surface'
      }
      style={full ? undefined : { width: `${share}%` }}
    >
      {!full && <Handle share={share} onResize={resize} />}
      <div className="absolute top-2 right-3 z-10 flex gap-1 bg-surface">
        <button
          type="button"
          title={full ? 'Narrow (f)' : 'Full width (f)'}
          aria-label={full ? 'Narrow' : 'Full width'}
          onClick={() => setFull(!full)}
          className="p-1 text-soft hover:text-ink"
        >
          {full ? <Minimize2 size={14} /> : <Maximize2 size={14} />}
        </button>
        <button type="button" title="Close (Esc)" aria-label="Close" onClick={onClose} className="p-1 text-soft hover:text-ink">
          <X size={15} />
        </button>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-5 pt-4 pb-6" tabIndex={0} role="region" aria-label={`${label}, contents`}>
        <div className={full ? 'mx-auto max-w-[1000px]' : ''}>{children}</div>
      </div>
      {footer && <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-hairline px-5 py-2.5">{footer}</div>}
    </aside>
  )
}

function Handle({ share, onResize }: { share: number; onResize: (percent: number) => void }) {
  const dragging = useRef(false)
  const drag = (event: PointerEvent<HTMLDivElement>) => {
    const bench = event.currentTarget.closest('[data-bench]')?.getBoundingClientRect()
    if (dragging.current && bench) onResize(((bench.right - event.clientX) / bench.width) * 100)
  }
  const press = (event: KeyboardEvent) => {
    const step = { ArrowLeft: 2, ArrowRight: -2 }[event.key]
    if (step) onResize(share + step)
  }
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the inspector"
      aria-valuenow={Math.round(share)}
      aria-valuemin={LEAST}
      aria-valuemax={MOST}
      tabIndex={0}
      onKeyDown={press}
      onPointerDown={(event) => {
        dragging.current = true
        event.currentTarget.setPointerCapture(event.pointerId)
      }}
      onPointerMove={drag}
      onPointerUp={() => (dragging.current = false)}
      className="absolute inset-y-0 -left-1 z-10 w-2 cursor-col-resize hover:bg-dye-wash"
    />
  )
}
