/** What a tile of a board shows: a part of another page. */
export const TILE_KINDS = [
  'brief',
  'runs',
  'weave',
  'days',
  'flaky',
  'slow',
  'areas',
  'builds',
  'causes',
  'failedMost',
  'automation',
  'activity',
] as const
export type TileKind = (typeof TILE_KINDS)[number]

/** A part of another page that tiles take what they show from; two tiles may share one. */
export const BOARD_PARTS = ['brief', 'weave', 'days', 'flaky', 'slow', 'areas', 'builds', 'causes', 'activity'] as const
export type BoardPart = (typeof BOARD_PARTS)[number]

export const PART_OF_TILE: Record<TileKind, BoardPart> = {
  brief: 'brief',
  runs: 'brief',
  weave: 'weave',
  days: 'days',
  flaky: 'flaky',
  slow: 'slow',
  areas: 'areas',
  builds: 'builds',
  causes: 'causes',
  failedMost: 'days',
  automation: 'areas',
  activity: 'activity',
}
