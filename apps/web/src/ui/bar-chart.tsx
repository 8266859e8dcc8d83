import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip, type ChartData } from 'chart.js'
import { useEffect, useRef } from 'react'
import { Bar } from 'react-chartjs-2'
import { usePageStyle } from './use-page-style.js'

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

/** One part of every bar. */
export interface BarPart {
  name: string
  /** A CSS variable without its dashes: `part-1`, `failed`. */
  colour: string
  /** Drawn with stripes: told apart from the part of the same colour. */
  striped?: boolean
  values: readonly number[]
}

export interface BarChartProps {
  label: string
  /** What stands below each bar. */
  names: readonly string[]
  parts: readonly BarPart[]
  /** The first and last bar that is chosen. */
  chosen: readonly [number, number] | null
  /** A bar was chosen; with Shift the choice grows. */
  onChoose: (bar: number, extend: boolean) => void
  /** Told once it is drawn: what gives its picture. */
  onReady?: (picture: () => string | undefined) => void
}

/** Stacked bars in the colours of the page. A table beside it says the same; the picture is hidden from who does not see it. */
export function BarChart({ label, names, parts, chosen, onChoose, onReady }: BarChartProps) {
  const chart = useRef<Chart<'bar', number[], string> | null>(null)
  const colour = usePageStyle()
  useEffect(() => onReady?.(() => chart.current?.toBase64Image()), [onReady])
  const data: ChartData<'bar', number[], string> = {
    labels: [...names],
    datasets: parts.map((part) => ({
      label: part.name,
      data: [...part.values],
      backgroundColor: names.map((_, bar) => {
        const faded = chosen !== null && (bar < chosen[0] || bar > chosen[1])
        const own = colour(part.colour)
        return part.striped ? stripes(own, faded ? 0.45 : 1) : `${own}${faded ? '73' : ''}`
      }),
      categoryPercentage: 0.8,
      barPercentage: 0.95,
    })),
  }
  const text = { color: colour('soft'), font: { family: colour('font-sans'), size: 11 } }
  return (
    <div className="relative h-[220px] min-w-0">
      <Bar
        ref={chart}
        aria-label={label}
        data={data}
        options={{
          animation: false,
          maintainAspectRatio: false,
          responsive: true,
          interaction: { mode: 'index', intersect: false },
          onClick: ({ native }, [bar]) => bar && onChoose(bar.index, native instanceof MouseEvent && native.shiftKey),
          scales: {
            x: {
              stacked: true,
              ticks: { ...text, maxRotation: 0, autoSkipPadding: 8 },
              grid: { display: false },
              border: { color: colour('hairline') },
            },
            y: {
              stacked: true,
              beginAtZero: true,
              ticks: { ...text, precision: 0 },
              grid: { color: colour('hairline') },
              border: { display: false },
            },
          },
          plugins: {
            legend: { display: false },
            tooltip: {
              backgroundColor: colour('raised'),
              titleColor: colour('ink'),
              bodyColor: colour('ink'),
              borderColor: colour('hairline'),
              borderWidth: 1,
              filter: ({ raw }) => raw !== 0,
            },
          },
        }}
      />
    </div>
  )
}

function stripes(colour: string, strength: number): CanvasPattern | string {
  const tile = document.createElement('canvas')
  Object.assign(tile, { width: 6, height: 6 })
  const context = tile.getContext('2d')
  if (!context) return colour
  context.globalAlpha = 0.35 * strength
  context.fillStyle = colour
  context.fillRect(0, 0, 6, 6)
  context.globalAlpha = strength
  context.strokeStyle = colour
  context.lineWidth = 1.8
  context.beginPath()
  for (const at of [-3, 3, 9]) {
    context.moveTo(at, 6)
    context.lineTo(at + 6, 0)
  }
  context.stroke()
  return context.createPattern(tile, 'repeat') ?? colour
}
