import type { Outcome } from '@bobbin/core'

/** Sizes of a weave, in CSS pixels. */
export const ROW = 19
export const HEAD = 22
export const NAMES = 268
/** Below the last row: names of outages. */
export const FOOT = 22

export interface WeaveColours {
  cloth: string
  surface: string
  ink: string
  soft: string
  hairline: string
  dye: string
  outage: string
  outcomes: Record<Outcome, string>
}

/** A row as it is drawn: a heading, or a test with its thread. */
export type WeaveLine = { heading: string } | { row: number; name: string; thread: string }

/** A part of the weave: lines and builds, both ends included. */
export interface WeavePart {
  lines: readonly [number, number]
  builds: readonly [number, number]
}

export interface WeaveScene {
  lines: readonly WeaveLine[]
  builds: readonly { name: string; outage: string | null }[]
  width: number
  /** Of what is seen; the whole for a picture. */
  height: number
  /** How far it is scrolled. */
  top: number
  chosen: WeavePart | null
  colours: WeaveColours
  sans: string
  mono: string
}

/** How wide a build is. */
export const cellWidth = (width: number, builds: number): number => Math.max(1.5, (width - NAMES - 12) / Math.max(1, builds))

const OUTCOME_OF: readonly (Outcome | null)[] = [null, 'passed', 'failed', 'errored', 'skipped', 'blocked', null, 'recovered']

/** Draws the part of a weave that is seen. What is drawn alike is drawn at once: a path for each outcome. */
export function drawWeave(context: CanvasRenderingContext2D, scene: WeaveScene): void {
  const { lines, builds, width, height, top, colours } = scene
  const cell = cellWidth(width, builds.length)
  const xOf = (build: number) => NAMES + build * cell
  const yOf = (line: number) => HEAD + line * ROW - top
  const first = Math.max(0, Math.floor((top - HEAD) / ROW))
  const last = Math.min(lines.length, Math.ceil((top + height) / ROW))
  const bottom = Math.min(height, yOf(lines.length))

  context.fillStyle = colours.cloth
  context.fillRect(0, 0, width, height)
  builds.forEach(({ outage }, build) => {
    if (outage === null) return
    context.fillStyle = colours.outage
    context.fillRect(xOf(build), HEAD, cell, bottom - HEAD)
  })
  if (cell >= 6) {
    context.strokeStyle = colours.hairline
    context.lineWidth = 0.5
    context.beginPath()
    builds.forEach((_, build) => {
      context.moveTo(xOf(build) + cell / 2, HEAD)
      context.lineTo(xOf(build) + cell / 2, bottom)
    })
    context.stroke()
  }
  drawThreads(context, scene, first, last, cell)
  drawNames(context, scene, first, last)
  drawHead(context, scene, cell)
  if (scene.chosen) drawChosen(context, scene.chosen, xOf, yOf, cell, colours.dye, bottom)
}

function drawThreads(
  context: CanvasRenderingContext2D,
  { lines, top, colours }: WeaveScene,
  first: number,
  last: number,
  cell: number,
): void {
  const strokes = new Map<string, Path2D>()
  const thin = new Path2D()
  const knots = new Path2D()
  const loops = new Path2D()
  const bars = new Path2D()
  const path = (outcome: string) => {
    const own = strokes.get(outcome) ?? new Path2D()
    strokes.set(outcome, own)
    return own
  }
  for (let i = first; i < last; i++) {
    const line = lines[i]
    if (!line || !('thread' in line)) continue
    const y = HEAD + i * ROW - top + ROW / 2
    for (let build = 0; build < line.thread.length; build++) {
      const outcome = OUTCOME_OF[line.thread.charCodeAt(build) - 48]
      if (!outcome) continue
      const x = NAMES + build * cell
      const middle = x + cell / 2
      if (outcome === 'errored') {
        const stub = Math.max(0.5, cell / 2 - 3)
        const own = path(outcome)
        own.moveTo(x, y)
        own.lineTo(x + stub, y)
        own.moveTo(x + cell - stub, y)
        own.lineTo(x + cell, y)
        own.moveTo(middle - 1.6, y + 3.6)
        own.lineTo(middle + 1.6, y - 3.6)
        continue
      }
      if (outcome === 'blocked') {
        thin.moveTo(x, y)
        thin.lineTo(x + cell, y)
        bars.moveTo(middle, y - 4)
        bars.lineTo(middle, y + 4)
        continue
      }
      const own = path(outcome)
      own.moveTo(x, y)
      own.lineTo(x + cell, y)
      if (outcome === 'failed') circle(knots, middle, y, Math.min(4.4, Math.max(2, cell / 2 + 0.4)))
      if (outcome === 'recovered') circle(loops, middle, y - 2.6, Math.min(2.6, Math.max(1.4, cell / 2)))
    }
  }
  context.lineWidth = 1.6
  for (const [outcome, own] of strokes) {
    context.strokeStyle = colours.outcomes[outcome as Outcome]
    context.setLineDash(outcome === 'skipped' ? [1.4, 2.4] : [])
    context.stroke(own)
  }
  context.setLineDash([])
  context.fillStyle = colours.outcomes.failed
  context.fill(knots)
  context.fillStyle = colours.surface
  context.fill(loops)
  context.strokeStyle = colours.outcomes.recovered
  context.stroke(loops)
  context.strokeStyle = colours.outcomes.blocked
  context.lineWidth = 0.6
  context.stroke(thin)
  context.lineWidth = 2.2
  context.stroke(bars)
}

function circle(path: Path2D, x: number, y: number, radius: number): void {
  path.moveTo(x + radius, y)
  path.arc(x, y, radius, 0, Math.PI * 2)
}

function drawNames(context: CanvasRenderingContext2D, { lines, top, colours, sans }: WeaveScene, first: number, last: number): void {
  context.textBaseline = 'middle'
  context.textAlign = 'left'
  for (let i = first; i < last; i++) {
    const line = lines[i]
    if (!line) continue
    const y = HEAD + i * ROW - top + ROW / 2 + 0.5
    const heading = 'heading' in line
    context.font = `${heading ? 600 : 400} 12px ${sans}`
    context.fillStyle = colours.ink
    context.fillText(fitted(context, heading ? line.heading : line.name, NAMES - (heading ? 12 : 24)), heading ? 0 : 12, y)
  }
}

/** A text cut so that it fits; the beginning says most. */
function fitted(context: CanvasRenderingContext2D, text: string, room: number): string {
  if (context.measureText(text).width <= room) return text
  let [low, high] = [0, text.length]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (context.measureText(`${text.slice(0, middle)}…`).width <= room) low = middle
    else high = middle - 1
  }
  return `${text.slice(0, low)}…`
}

/** Names of builds, as many as there is room for; the newest is always named. They stay while the rows scroll. */
function drawHead(
  context: CanvasRenderingContext2D,
  { builds, width, colours, mono, lines, top, height, sans }: WeaveScene,
  cell: number,
): void {
  context.fillStyle = colours.cloth
  context.fillRect(0, 0, width, HEAD)
  context.font = `11px ${mono}`
  context.textBaseline = 'middle'
  context.textAlign = 'center'
  const longest = Math.max(...builds.map(({ name }) => name.length), 1)
  const every = Math.max(1, Math.ceil((longest * 6.8 + 10) / cell))
  builds.forEach(({ name }, build) => {
    const fromNewest = builds.length - 1 - build
    if (fromNewest % every !== 0) return
    context.fillStyle = fromNewest === 0 ? colours.ink : colours.soft
    context.fillText(name, NAMES + build * cell + cell / 2, HEAD / 2)
  })
  const y = HEAD + lines.length * ROW - top + FOOT / 2
  if (y > height + FOOT) return
  context.font = `11px ${sans}`
  context.fillStyle = colours.outcomes.errored
  let free = 0
  builds.forEach(({ outage }, build) => {
    if (outage === null) return
    const middle = NAMES + build * cell + cell / 2
    const half = context.measureText(outage).width / 2
    const x = Math.min(width - half - 2, middle)
    if (x - half < free) return
    context.fillText(outage, x, y)
    free = x + half + 8
  })
}

function drawChosen(
  context: CanvasRenderingContext2D,
  { lines, builds }: WeavePart,
  xOf: (build: number) => number,
  yOf: (line: number) => number,
  cell: number,
  colour: string,
  bottom: number,
): void {
  const y = Math.max(HEAD, yOf(lines[0]))
  const end = Math.min(bottom, yOf(lines[1] + 1))
  if (end <= y) return
  context.strokeStyle = colour
  context.lineWidth = 1.5
  context.strokeRect(xOf(builds[0]) - 0.5, y + 0.5, (builds[1] - builds[0] + 1) * cell + 1, end - y - 1)
}
