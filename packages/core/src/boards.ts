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
