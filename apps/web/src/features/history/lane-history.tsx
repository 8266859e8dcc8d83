import type { ScriptHistory } from '@bobbin/client'
import { useRef, useState, useLayoutEffect } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { count, formatDuration } from '../../lib/format.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { Thread } from '../../ui/thread.js'

export interface LaneHistoryProps {
  history: ScriptHistory
  /** Whose history it is, for the link to its newest result. */
  scriptId: number
  /** Whether to name the lane. */
  title?: boolean
}

/** A test's last builds in one lane: the thread, and below it how long it took. */
export function LaneHistory({ history, scriptId, title = true }: LaneHistoryProps) {
  const { lane, points } = history
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box)
  const cell = Math.min(15, Math.max(5, width / Math.max(1, points.length)))
  const last = points.findLast((point) => point.outcome !== null)
  return (
    <div ref={box} className="mt-2">
      {title && (
        <p className="mb-1 truncate text-soft">
          {lane.pipeline} · {lane.branch} · {lane.environment}
        </p>
      )}
      <Thread outcomes={points.map((point) => point.outcome)} cell={cell} height={18} label={`Last ${count(points.length, 'build')}`} />
      <Durations points={points} cell={cell} />
      <div
        className="flex justify-between gap-4 font-mono text-xs whitespace-nowrap text-soft"
        style={{ minWidth: cell * points.length, width: 'fit-content' }}
      >
        <span>{points.length > 1 ? points[0]?.build : ''}</span>
        <ProjectLink to={`tests/${scriptId}`} className="font-sans hover:text-dye">
          its life
        </ProjectLink>
        {last && (
          <ProjectLink
            to={`runs/${last.runId}?script=${scriptId}`}
            className="hover:text-dye"
            title={`${last.outcome ? OUTCOME_WORDS[last.outcome] : ''} in build ${last.build}, ${formatDuration(last.durationMs)}`}
          >
            {last.build}
          </ProjectLink>
        )}
      </div>
    </div>
  )
}

/** The longest of them is the full height; a test that hardly varies stays a flat line. */
function Durations({ points, cell }: { points: ScriptHistory['points']; cell: number }) {
  const known = points.flatMap((point, i) => (point.durationMs === null ? [] : [{ x: (i + 0.5) * cell, ms: point.durationMs }]))
  const most = Math.max(...known.map((point) => point.ms), 1)
  if (known.length < 2) return null
  const path = known.map(({ x, ms }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${(15 - (ms / most) * 13).toFixed(1)}`).join('')
  const [first, last] = [known[0], known.at(-1)]
  return (
    <svg
      role="img"
      aria-label={`Durations from ${formatDuration(first?.ms ?? null)} to ${formatDuration(last?.ms ?? null)}, at most ${formatDuration(most)}`}
      width={cell * points.length}
      height={16}
      className="block text-soft"
    >
      <path d={path} fill="none" stroke="currentColor" strokeWidth={1} />
    </svg>
  )
}

function useWidth(box: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(400)
  useLayoutEffect(() => {
    const element = box.current
    if (!element || typeof ResizeObserver === 'undefined') return
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width))
    observer.observe(element)
    return () => observer.disconnect()
  }, [box])
  return width
}
