import type { FailureRow } from '@bobbin/client'
import type { Outcome } from '@bobbin/core'

const CELL = 6.4
const HEIGHT = 22
const [LEAST, MOST] = [5, 20]

const COLOUR: Partial<Record<Outcome, string>> = { failed: 'text-failed', errored: 'text-errored', recovered: 'text-recovered' }

/** How many tests failed this way, build by build: one column, one build. In outline where it is muted. */
export function Strip({ row }: { row: FailureRow }) {
  const width = Math.max(1, row.strip.length) * CELL
  const most = Math.max(1, ...row.strip.map(({ tests }) => tests))
  const seen = row.strip.filter(({ tests }) => tests > 0)
  const words =
    seen.length === 0
      ? 'In none of the builds shown'
      : `In ${seen.length} of the last ${row.strip.length} builds: ${seen.map(({ build, tests }) => `${build} ${tests}`).join(', ')}`
  return (
    <svg role="img" aria-label={words} width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} className="block overflow-visible">
      <title>{words}</title>
      <path d={`M0 ${HEIGHT / 2}H${width}`} className="text-hairline" stroke="currentColor" strokeWidth="1.4" strokeDasharray="4 2.4" />
      {row.strip.map(({ tests, outcome, runId }, i) => {
        if (tests === 0 || !outcome) return null
        const height = LEAST + (MOST - LEAST) * (most === 1 ? 0.12 : Math.log(tests + 1) / Math.log(most + 1))
        return (
          <rect
            key={`${runId}-${i}`}
            x={i * CELL + 0.8}
            y={(HEIGHT - height) / 2}
            width={CELL - 1.8}
            height={height}
            rx={1.2}
            className={COLOUR[outcome] ?? 'text-soft'}
            fill={row.mute ? 'var(--cloth)' : 'currentColor'}
            stroke="currentColor"
            strokeWidth={row.mute ? 1.3 : 0}
          />
        )
      })}
    </svg>
  )
}
