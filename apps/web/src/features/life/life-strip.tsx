import type { LifeInstance, LifeMark } from '@bobbin/client'
import { formatDuration } from '../../lib/format.js'
import { OUTCOME_WORDS, threadInWords } from '../../ui/outcome-words.js'
import { ThreadCell } from '../../ui/thread.js'

const HEIGHT = 58
const THREAD_Y = 46
const WIDTH = 1000
const GLYPH = 14

export interface LifeStripProps {
  name: string
  /** Oldest first. */
  instances: readonly LifeInstance[]
  marks: readonly LifeMark[]
  /** The span of time, in milliseconds. */
  span: readonly [number, number]
  selected: string | null
  onSelect: (key: string) => void
}

export const keyOfInstance = ({ runId }: LifeInstance): string => String(runId)

/** One lane of a test's life on the axis of time: above how long it took, below what became of it. */
export function LifeStrip({ name, instances, marks, span, selected, onSelect }: LifeStripProps) {
  const x = (iso: string) => GLYPH + ((Date.parse(iso) - span[0]) / Math.max(1, span[1] - span[0])) * (WIDTH - 2 * GLYPH)
  const timed = instances.filter(({ durationMs, outcome }) => durationMs !== null && outcome === 'passed')
  const most = Math.max(...timed.map(({ durationMs }) => durationMs ?? 0), 1)
  const y = (ms: number) => 34 - (ms / most) * 30
  const path = timed.map(({ at, durationMs }, i) => `${i === 0 ? 'M' : 'L'}${x(at).toFixed(1)} ${y(durationMs ?? 0).toFixed(1)}`).join('')
  return (
    <figure className="mt-3">
      <figcaption className="flex justify-between text-soft">
        <span>{name}</span>
        <span className="tabular-nums">up to {formatDuration(most)}</span>
      </figcaption>
      <svg
        role="img"
        aria-label={`${name}: ${threadInWords(instances.map(({ outcome }) => outcome))}`}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
      >
        <path d={`M0 ${THREAD_Y}H${WIDTH}`} stroke="var(--hairline)" strokeWidth="1" />
        {marks.map((mark, i) => (
          <path key={i} d={`M${x(mark.at).toFixed(1)} 0V${HEIGHT}`} stroke="var(--dye)" strokeWidth="1.2" strokeDasharray="2 3" />
        ))}
        <path d={path} fill="none" stroke="var(--soft)" strokeWidth="1.2" />
        {instances.map((one) => {
          const key = keyOfInstance(one)
          const at = x(one.at)
          return (
            <g key={key} onClick={() => onSelect(key)} className="cursor-pointer">
              <title>{`${OUTCOME_WORDS[one.outcome]} in build ${one.build}, ${formatDuration(one.durationMs)}`}</title>
              <rect
                x={at - 5}
                y={0}
                width={10}
                height={HEIGHT}
                fill={key === selected ? 'var(--dye-wash)' : 'transparent'}
                fillOpacity={key === selected ? 0.9 : 0}
              />
              <ThreadCell outcome={one.outcome} x={at - GLYPH / 2} width={GLYPH} y={THREAD_Y} />
            </g>
          )
        })}
      </svg>
    </figure>
  )
}
