import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { Button } from '../../ui/states.js'

/** A part of a picture, in shares of its width and height. */
export interface Region {
  x: number
  y: number
  width: number
  height: number
}

export interface RegionPictureProps {
  src: string
  name: string
  region: Region | null
  onRegion: (region: Region | null) => void
}

const LEAST = 0.01
const STEP = 0.02
const START: Region = { x: 0.35, y: 0.35, width: 0.3, height: 0.3 }
const within = (value: number, most = 1) => Math.min(most, Math.max(0, value))

/** A picture on which a region is drawn: by dragging, or with the arrow keys (Shift changes the size). */
export function RegionPicture({ src, name, region, onRegion }: RegionPictureProps) {
  const frame = useRef<HTMLDivElement>(null)
  const [from, setFrom] = useState<{ x: number; y: number } | null>(null)
  const placeOf = (event: PointerEvent) => {
    const box = frame.current?.getBoundingClientRect()
    return box ? { x: within((event.clientX - box.left) / box.width), y: within((event.clientY - box.top) / box.height) } : null
  }
  const drag = (event: PointerEvent) => {
    const to = placeOf(event)
    if (!from || !to) return
    const drawn = { x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(to.x - from.x), height: Math.abs(to.y - from.y) }
    if (drawn.width > LEAST && drawn.height > LEAST) onRegion(drawn)
  }
  const press = (event: KeyboardEvent) => {
    const [dx = 0, dy = 0] = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key] ?? [
      0, 0,
    ]
    if (dx === 0 && dy === 0) return
    event.preventDefault()
    const now = region ?? START
    onRegion(
      event.shiftKey
        ? { ...now, width: within(Math.max(LEAST, now.width + dx), 1 - now.x), height: within(Math.max(LEAST, now.height + dy), 1 - now.y) }
        : { ...now, x: within(now.x + dx, 1 - now.width), y: within(now.y + dy, 1 - now.height) },
    )
  }
  const percent = (share: number) => `${share * 100}%`
  return (
    <div className="flex flex-col items-start gap-1.5">
      <div
        ref={frame}
        role="application"
        aria-label="Region of the picture: drag, or use the arrow keys; Shift changes its size"
        tabIndex={0}
        onKeyDown={press}
        onPointerDown={(event) => {
          event.preventDefault()
          event.currentTarget.setPointerCapture(event.pointerId)
          setFrom(placeOf(event))
        }}
        onPointerMove={drag}
        onPointerUp={() => setFrom(null)}
        className="relative max-w-full cursor-crosshair touch-none border border-hairline"
      >
        <img src={src} alt={name} draggable={false} className="block max-h-[300px] max-w-full" />
        {region && (
          <span
            aria-hidden="true"
            className="pointer-events-none absolute rounded-[3px] border-[3px] border-failed outline outline-2 outline-surface"
            style={{ left: percent(region.x), top: percent(region.y), width: percent(region.width), height: percent(region.height) }}
          />
        )}
      </div>
      <p className="flex items-center gap-2 text-soft">
        {region ? 'A frame is drawn around what matters.' : 'Drag over the picture to frame what matters.'}
        {region && (
          <Button kind="quiet" onClick={() => onRegion(null)}>
            Remove the frame
          </Button>
        )}
      </p>
    </div>
  )
}
