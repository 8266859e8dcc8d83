import type { Outcome } from '@bobbin/core'
import { OUTCOME_WORDS, threadInWords } from './outcome-words.js'

export interface ThreadProps {
  /** Oldest first; null where a build has no result. */
  outcomes: readonly (Outcome | null)[]
  /** Width of one build in pixels. */
  cell?: number
  height?: number
  /** Builds there is room for: a shorter thread stands at the right, so that the newest line up. */
  room?: number
  /** Said before the words of the thread. */
  label?: string
  /** What failed last does not count: its shape is an outline. */
  muted?: boolean
}

/** A test's life as a thread: one shape a build, told apart without colour. */
export function Thread({ outcomes, cell = 9, height = 16, room = 0, label, muted = false }: ThreadProps) {
  const width = Math.max(1, room, outcomes.length) * cell
  const start = Math.max(0, room - outcomes.length) * cell
  const words = `${label ? `${label}: ` : ''}${threadInWords(outcomes)}${muted ? '; muted' : ''}`
  return (
    <svg
      role="img"
      aria-label={words}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block shrink-0 overflow-visible"
    >
      {outcomes.map((outcome, i) => (
        <ThreadCell key={i} outcome={outcome} x={start + i * cell} width={cell} y={height / 2} muted={muted && i === outcomes.length - 1} />
      ))}
    </svg>
  )
}

/** One shape by itself, for headings and steps. @param label null where words beside it say the same */
export function OutcomeGlyph({ outcome, label }: { outcome: Outcome; label?: string | null }) {
  const said = label === null ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label ?? OUTCOME_WORDS[outcome] }
  return (
    <svg {...said} width={18} height={12} viewBox="0 0 18 12" className="inline-block shrink-0 overflow-visible">
      <ThreadCell outcome={outcome} x={0} width={18} y={6} />
    </svg>
  )
}

const COLOUR: Record<Outcome, string> = {
  passed: 'text-passed',
  failed: 'text-failed',
  errored: 'text-errored',
  recovered: 'text-recovered',
  skipped: 'text-skipped',
  blocked: 'text-blocked',
  notRun: '',
}

export interface CellProps {
  outcome: Outcome | null
  x: number
  width: number
  y: number
  muted?: boolean
}

export function ThreadCell({ outcome, x, width, y, muted = false }: CellProps) {
  if (outcome === null || outcome === 'notRun') return null
  return (
    <g className={COLOUR[outcome]} stroke="currentColor" strokeWidth={1.6} fill="none">
      <Shape outcome={outcome} x={x} width={width} y={y} muted={muted} />
    </g>
  )
}

function Shape({ outcome, x, width, y, muted = false }: CellProps & { outcome: Outcome }) {
  const middle = x + width / 2
  const line = <path d={`M${x} ${y}h${width}`} />
  // two stubs and a gap with a tick across
  const stub = Math.max(1, width / 2 - 3)
  switch (outcome) {
    case 'passed':
      return line
    case 'failed':
      return (
        <>
          {line}
          <circle
            cx={middle}
            cy={y}
            r={Math.min(4.4, width / 2 + 0.4) - (muted ? 0.8 : 0)}
            fill={muted ? 'var(--cloth)' : 'currentColor'}
            strokeWidth={muted ? 1.4 : 0}
          />
        </>
      )
    case 'errored':
      return <path d={`M${x} ${y}h${stub}M${x + width} ${y}h${-stub}M${middle - 1.6} ${y + 3.6}l3.2 -7.2`} />
    case 'recovered':
      return (
        <>
          {line}
          <circle cx={middle} cy={y - 2.6} r={2.6} className="fill-surface" />
        </>
      )
    case 'skipped':
      return <path d={`M${x} ${y}h${width}`} strokeDasharray="1.4 2.4" />
    case 'blocked':
      return (
        <>
          <path d={`M${x} ${y}h${width}`} strokeWidth={0.8} opacity={0.5} />
          <path d={`M${middle} ${y - 4}v8`} strokeWidth={2.2} />
        </>
      )
    default:
      return null
  }
}
