import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { usePageStyle } from '../../ui/use-page-style.js'
import { cellWidth, drawWeave, FOOT, HEAD, NAMES, ROW, type WeaveColours, type WeaveLine, type WeaveScene } from './weave-drawing.js'
import { afterKey, type Marked, nextTest, partOf } from './weave-marks.js'

export interface WeaveCanvasProps {
  lines: readonly WeaveLine[]
  builds: WeaveScene['builds']
  marked: Marked | null
  onMark: (marked: Marked) => void
  /** What is marked, in words. */
  words: string
  onOpen: () => void
}

/** The weave: drawn as far as it is seen, marked by dragging or with the arrow keys and Shift. */
export function WeaveCanvas({ lines, builds, marked, onMark, words, onOpen }: WeaveCanvasProps) {
  const scroller = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const dragging = useRef<Marked['from'] | null>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  const colours = useWeaveColours()
  /** What is marked, or will be once it is drawn: keys may come faster than that, and what was set before is drawn on the way. */
  const newest = useRef(marked)
  const waiting = useRef<string[]>([])
  const drawn = useRef('')
  useEffect(() => {
    const now = JSON.stringify(marked)
    if (now === drawn.current) return
    drawn.current = now
    const at = waiting.current.indexOf(now)
    waiting.current = at < 0 ? [] : waiting.current.slice(at + 1)
    // somebody else's: a link, Escape, another order
    if (at < 0) newest.current = marked
  }, [marked])
  const set = (next: Marked) => {
    newest.current = next
    waiting.current.push(JSON.stringify(next))
    onMark(next)
  }

  const draw = useCallback(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || !canvas.current || !scroller.current || size.width === 0) return
    const scale = window.devicePixelRatio || 1
    const [width, height] = [Math.round(size.width * scale), Math.round(size.height * scale)]
    // setting a size wipes the canvas, also to the size that it has
    if (canvas.current.width !== width) canvas.current.width = width
    if (canvas.current.height !== height) canvas.current.height = height
    context.setTransform(scale, 0, 0, scale, 0, 0)
    const chosen = marked && partOf(marked)
    drawWeave(context, { lines, builds, ...size, top: scroller.current.scrollTop, chosen, ...colours })
  }, [lines, builds, marked, size, colours])

  useEffect(() => {
    const frame = requestAnimationFrame(draw)
    return () => cancelAnimationFrame(frame)
  }, [draw])
  useEffect(() => {
    const box = scroller.current
    if (!box) return
    const watch = new ResizeObserver(() => setSize({ width: box.clientWidth, height: box.clientHeight }))
    watch.observe(box)
    return () => watch.disconnect()
  }, [])
  const line = marked?.to.line
  useEffect(() => {
    const box = scroller.current
    if (!box || line === undefined) return
    const y = HEAD + line * ROW
    if (y < box.scrollTop + HEAD + ROW) box.scrollTop = Math.max(0, y - HEAD - ROW)
    else if (y + 2 * ROW > box.scrollTop + box.clientHeight) box.scrollTop = y + 2 * ROW - box.clientHeight
  }, [line])

  const placeOf = (event: PointerEvent) => {
    const box = scroller.current
    if (!box) return null
    const { left, top } = box.getBoundingClientRect()
    const x = event.clientX - left - NAMES
    const at = Math.floor((event.clientY - top + box.scrollTop - HEAD) / ROW)
    const build = Math.floor(x / cellWidth(size.width, builds.length))
    const inside = Math.min(Math.max(at, 0), lines.length - 1)
    const test = lines[inside] && 'thread' in lines[inside] ? inside : nextTest(lines, inside, 1)
    return { line: test, build: Math.min(Math.max(build, 0), builds.length - 1), named: x < 0 }
  }
  const press = (event: PointerEvent) => {
    const place = placeOf(event)
    if (!place || lines.length === 0 || event.button !== 0) return
    const { line, build, named } = place
    // a name stands for its whole thread
    if (named) return set({ from: { line, build: 0 }, to: { line, build: builds.length - 1 } })
    dragging.current = event.shiftKey && marked ? marked.from : { line, build }
    event.currentTarget.setPointerCapture(event.pointerId)
    set({ from: dragging.current, to: { line, build } })
  }
  const drag = (event: PointerEvent) => {
    const place = dragging.current && placeOf(event)
    if (place && dragging.current) set({ from: dragging.current, to: { line: place.line, build: place.build } })
  }
  const key = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    if (event.key === 'Enter') return onOpen()
    const next = afterKey(event.key, event.shiftKey, newest.current, lines, builds.length)
    if (!next) return
    event.preventDefault()
    event.stopPropagation()
    set(next)
  }

  return (
    <div
      ref={scroller}
      role="application"
      aria-label="Weave"
      aria-roledescription="tests down, builds across"
      aria-describedby="weave-words"
      tabIndex={0}
      onKeyDown={key}
      onScroll={() => requestAnimationFrame(draw)}
      onPointerDown={press}
      onPointerMove={drag}
      onPointerUp={() => (dragging.current = null)}
      className="relative min-h-0 min-w-0 flex-1 overflow-x-hidden overflow-y-auto outline-offset-[-2px] select-none"
    >
      <canvas ref={canvas} aria-hidden="true" className="sticky top-0 block" style={{ width: size.width, height: size.height }} />
      <div style={{ height: Math.max(0, HEAD + lines.length * ROW + FOOT - size.height) }} />
      <p id="weave-words" aria-live="polite" className="sr-only">
        {words}
      </p>
    </div>
  )
}

type Look = Pick<WeaveScene, 'sans' | 'mono'> & { colours: WeaveColours }

/** The colours and fonts that a weave is drawn with. */
export function useWeaveColours(): Look {
  const style = usePageStyle()
  return useMemo(() => lookOf(style), [style])
}

function lookOf(of: (name: string) => string): Look {
  return {
    colours: {
      ...{ cloth: of('cloth'), surface: of('surface'), ink: of('ink'), soft: of('soft'), hairline: of('hairline') },
      ...{ dye: of('dye'), outage: of('errored-wash') },
      outcomes: {
        ...{ passed: of('passed'), failed: of('failed'), errored: of('errored'), recovered: of('recovered') },
        ...{ skipped: of('skipped'), blocked: of('blocked'), notRun: of('hairline') },
      },
    },
    sans: of('font-sans') || 'sans-serif',
    mono: of('font-mono') || 'monospace',
  }
}
