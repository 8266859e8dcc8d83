import type { DayPart, TileKind } from '@bobbin/core'
import type { ActivityList } from './activity.js'
import type { AreaList } from './areas.js'
import type { Brief } from './brief.js'
import type { BuildList } from './builds.js'
import type { DayList } from './days.js'
import type { FailureList } from './failures.js'
import type { SlowList } from './slow.js'
import type { FlakyList } from './trends.js'
import type { Weave } from './weave.js'

/** A part of another page on a board. */
export interface Tile {
  kind: TileKind
  /** Over the whole width, or over half of it. */
  wide: boolean
  /** Of day by day: what failures are told apart by. */
  by?: DayPart
  /** Of the weave and of builds: whose; by itself those of the pipeline with the most. */
  pipeline?: string
}

/** What a board looks through; what is left out is not narrowed. */
export interface BoardLens {
  branch?: string
  environments?: string[]
  profile?: string
  release?: string
  span?: number
}

export interface Board {
  id: number
  name: string
  by: string
  mine: boolean
  shared: boolean
  lens: BoardLens
  tiles: Tile[]
  /** The path of its link for walls; null where it has none, or where it is somebody else's. */
  wall: string | null
  /** Whether it has a link for walls: who manages the project may revoke one. */
  onWall: boolean
}

export interface BoardList {
  rows: Board[]
}

/** A board, without what its tiles show. */
export interface BoardHead {
  board: Board
  project: { slug: string; name: string }
}

/** What the tiles of a board show, asked for part by part: only that part is there, and says what its own page says. */
export interface BoardParts {
  at: string
  brief: Brief | null
  weave: Weave | null
  days: DayList | null
  flaky: FlakyList | null
  slow: SlowList | null
  areas: AreaList | null
  /** The newest. */
  builds: BuildList | null
  /** Those that are not resolved, the one with the most failures first. */
  causes: FailureList | null
  activity: ActivityList | null
}
