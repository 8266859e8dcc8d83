import type { WeaveLine, WeavePart } from './weave-drawing.js'

/** What is marked: where marking began and where it is now, each a line and a build. */
export interface Marked {
  from: { line: number; build: number }
  to: { line: number; build: number }
}

export function partOf({ from, to }: Marked): WeavePart {
  const between = (a: number, b: number): [number, number] => (a <= b ? [a, b] : [b, a])
  return { lines: between(from.line, to.line), builds: between(from.build, to.build) }
}

const isTest = (line: WeaveLine | undefined) => line !== undefined && 'thread' in line

/** The nearest line with a test, `step` lines on; headings are passed over, the ends hold. */
export function nextTest(lines: readonly WeaveLine[], at: number, step: number): number {
  const way = Math.sign(step) || 1
  let left = Math.abs(step)
  let found = at
  for (let i = at + way; i >= 0 && i < lines.length && left > 0; i += way) {
    if (!isTest(lines[i])) continue
    found = i
    left--
  }
  return isTest(lines[found]) ? found : Math.max(0, lines.findIndex(isTest))
}

const STEPS: Record<string, [lines: number, builds: number]> = {
  ArrowDown: [1, 0],
  j: [1, 0],
  ArrowUp: [-1, 0],
  k: [-1, 0],
  ArrowRight: [0, 1],
  l: [0, 1],
  ArrowLeft: [0, -1],
  h: [0, -1],
  PageDown: [15, 0],
  PageUp: [-15, 0],
  Home: [0, -Infinity],
  End: [0, Infinity],
}

/**
 * What is marked after a key; with Shift the part grows. The first key marks the newest build of the first test.
 * @returns null where the key moves nothing
 */
export function afterKey(key: string, shift: boolean, marked: Marked | null, lines: readonly WeaveLine[], builds: number): Marked | null {
  const step = STEPS[key.length === 1 ? key.toLowerCase() : key]
  if (!step || lines.length === 0 || builds === 0) return null
  if (!marked) {
    const start = { line: nextTest(lines, -1, 1), build: builds - 1 }
    return { from: start, to: start }
  }
  const to = {
    line: step[0] === 0 ? marked.to.line : nextTest(lines, marked.to.line, step[0]),
    build: Math.min(builds - 1, Math.max(0, marked.to.build + step[1])),
  }
  return { from: shift ? marked.from : to, to }
}
