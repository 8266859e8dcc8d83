export interface SparklineProps {
  /** Oldest first. */
  values: readonly number[]
  /** Where something began, by index: a line stands before it. */
  mark?: number | null
  width?: number
  height?: number
  label: string
}

/** Values as a line, from nothing up; no axes. */
export function Sparkline({ values, mark = null, width = 180, height = 34, label }: SparklineProps) {
  const most = Math.max(...values, 1e-9)
  const step = width / Math.max(1, values.length - 1)
  const y = (value: number) => height - 2 - (value / most) * (height - 5)
  const path = values.map((value, i) => `${i === 0 ? 'M' : 'L'}${(i * step).toFixed(1)} ${y(value).toFixed(1)}`).join('')
  return (
    <svg role="img" aria-label={label} width={width} height={height} viewBox={`0 0 ${width} ${height}`} className="block shrink-0">
      {mark !== null && mark > 0 && (
        <path d={`M${((mark - 0.5) * step).toFixed(1)} 0V${height}`} stroke="var(--dye)" strokeWidth="1.4" strokeDasharray="2 2.5" />
      )}
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
    </svg>
  )
}
