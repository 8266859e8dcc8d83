import type { Tile } from '@bobbin/client'
import type { TileKind } from '@bobbin/core'

/** What a tile is called, and the page that it is a part of. */
export const TILES: Record<TileKind, { name: string; to: string }> = {
  brief: { name: 'Brief', to: 'brief' },
  runs: { name: 'Newest runs', to: 'runs' },
  weave: { name: 'Weave', to: 'weave' },
  days: { name: 'Day by day', to: 'trends/days' },
  flaky: { name: 'Flaky tests', to: 'trends' },
  slow: { name: 'Slower tests', to: 'trends/slow' },
  areas: { name: 'Areas', to: 'trends/areas' },
  builds: { name: 'Newest builds', to: 'builds' },
  causes: { name: 'Causes of failures', to: 'failures' },
  failedMost: { name: 'Failed most', to: 'trends/days' },
  automation: { name: 'Automation', to: 'trends/areas' },
  activity: { name: 'Activity', to: 'trends/activity' },
}

/** What a new board begins with. */
export const FIRST_TILES: Tile[] = [
  { kind: 'brief', wide: false },
  { kind: 'runs', wide: false },
  { kind: 'days', wide: true, by: 'area' },
  { kind: 'flaky', wide: false },
  { kind: 'slow', wide: false },
]

/** A list with one of its items moved; the same where it can't move further. */
export function moved<T>(items: readonly T[], at: number, step: 1 | -1): T[] {
  const to = at + step
  const item = items[at]
  if (item === undefined || to < 0 || to >= items.length) return [...items]
  const rest = items.filter((_, i) => i !== at)
  return [...rest.slice(0, to), item, ...rest.slice(to)]
}
