import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type BoardPart, PART_OF_TILE } from '@bobbin/core'
import { can, type Context, Project } from '../access/index.js'
import { BriefService } from '../brief/index.js'
import { BuildsService } from '../builds/index.js'
import type { Board, BoardHead, BoardList, BoardParts } from '../contract/index.js'
import { FailureListService } from '../failures/index.js'
import { rowsOf } from '../platform/database.js'
import { addRow, changeRow, type KeptRows, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import { type Lens, lensOf } from '../runs/index.js'
import { ActivityService, ANY_ACTIVITY, AreasService, DaysService, SlowService, TrendsService, WeaveService } from '../trends/index.js'
import type { BoardDto } from './boards.dto.js'

const BOARDS: KeptRows = {
  table: 'board',
  kind: 'board',
  word: 'board',
  acts: { made: 'board.made', changed: 'board.changed', deleted: 'board.deleted' },
  columns: { name: 'name', account: 'account_id', shared: 'shared', lens: 'lens::jsonb', tiles: 'tiles::jsonb', wallKey: 'wall_key::uuid' },
}

/** Lines of a tile; more have no room. */
const MOST_LINES = 10

const COLUMNS = `b.id, b.name, a.name as by, b.account_id as "accountId", b.shared, b.lens, b.tiles, b.wall_key as "wallKey"`

type Found = Omit<Board, 'mine' | 'wall' | 'onWall'> & { accountId: number; wallKey: string | null }

/** Boards that people arrange of parts of other pages. */
@Injectable()
export class BoardsService {
  constructor(
    private readonly briefs: BriefService,
    private readonly trends: TrendsService,
    private readonly slow: SlowService,
    private readonly days: DaysService,
    private readonly areas: AreasService,
    private readonly weaves: WeaveService,
    private readonly builds: BuildsService,
    private readonly failures: FailureListService,
    private readonly activities: ActivityService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** One's own, and those that others share; for who manages the project also those that others opened to walls. */
  async list(context: Context): Promise<BoardList> {
    const { project, caller } = context
    const found = await rowsOf<Found>(
      this,
      `select ${COLUMNS} from board b join account a on a.id = b.account_id
       where b.project_id = $projectId and (b.shared or b.account_id = $accountId or ($manages and b.wall_key is not null)) order by b.account_id <> $accountId, lower(b.name), b.id`,
      { projectId: project.id, accountId: caller.accountId, manages: can(context, 'manage') },
    )
    return { rows: found.map((row) => boardOf(row, caller.accountId)) }
  }

  async add(context: Context, dto: BoardDto): Promise<Board> {
    const id = await addRow(this, context, BOARDS, { ...dto, account: context.caller.accountId })
    return boardOf(await this.found(context, id), context.caller.accountId)
  }

  async change(context: Context, id: number, dto: BoardDto): Promise<Board> {
    await this.mine(context, id)
    await changeRow(this, context, BOARDS, id, { ...dto })
    return boardOf(await this.found(context, id), context.caller.accountId)
  }

  async remove(context: Context, id: number): Promise<void> {
    await this.mine(context, id)
    await removeRow(this, context, BOARDS, id)
  }

  /** Makes a link under which the board is shown without signing in; the one before it ends. */
  async open(context: Context, id: number): Promise<Board> {
    await this.mine(context, id)
    const [made] = await rowsOf<{ key: string }>(this, 'select gen_random_uuid() as key')
    await changeRow(this, context, BOARDS, id, { wallKey: made?.key }, undefined, 'board.opened')
    return boardOf(await this.found(context, id), context.caller.accountId)
  }

  async close(context: Context, id: number): Promise<Board> {
    if (!can(context, 'manage')) await this.mine(context, id)
    await changeRow(this, context, BOARDS, id, { wallKey: null }, undefined, 'board.closed')
    return boardOf(await this.found(context, id), context.caller.accountId)
  }

  async head(context: Context, id: number): Promise<BoardHead> {
    const board = await this.readable(context, id)
    return { board, project: briefly(context.project) }
  }

  async part(context: Context, id: number, part: BoardPart): Promise<BoardParts> {
    return this.shown(context, await this.readable(context, id), part)
  }

  async wall(key: string): Promise<BoardHead> {
    const { context, board } = await this.onWall(key)
    return { board, project: briefly(context.project) }
  }

  /** What a wall shows: what whoever made the board may read, and no more of them than that. */
  async wallPart(key: string, part: BoardPart): Promise<BoardParts> {
    const { context, board } = await this.onWall(key)
    const shown = await this.shown(context, board, part)
    // what waits for its maker is nobody else's
    return { ...shown, brief: shown.brief && { ...shown.brief, findings: shown.brief.findings.filter(({ kind }) => kind !== 'mine') } }
  }

  /** @throws Problem notFound where the link was revoked, or its maker is no member any more */
  private async onWall(key: string): Promise<{ context: Context; board: Board }> {
    const [found] = await rowsOf<Found & { projectId: number }>(
      this,
      `select ${COLUMNS}, b.project_id as "projectId" from board b join account a on a.id = b.account_id
       join membership m on m.project_id = b.project_id and m.account_id = b.account_id where b.wall_key = $key`,
      { key },
    )
    const project = found && (await Project.findByPk(found.projectId))
    if (!found || !project) throw notFound('board', key)
    const caller = { accountId: found.accountId, sessionId: null, token: null }
    return {
      context: { caller, project, role: 'viewer', rights: new Set(['read']) },
      board: { ...boardOf(found, found.accountId), mine: false, wall: null },
    }
  }

  /** @throws Problem notFound where the board has no tile of the part */
  private async shown(context: Context, { id, lens: kept, tiles }: Board, part: BoardPart): Promise<BoardParts> {
    const lens: Lens = lensOf(kept)
    const tile = tiles.find(({ kind }) => PART_OF_TILE[kind] === part)
    if (!tile) throw notFound('board with such a tile', id)
    const parts: BoardParts = {
      at: new Date().toISOString(),
      ...{ brief: null, weave: null, days: null, flaky: null, slow: null, areas: null, builds: null, causes: null, activity: null },
    }
    switch (part) {
      case 'brief':
        return { ...parts, brief: await this.briefs.get(context, lens) }
      case 'weave':
        return { ...parts, weave: await this.weaves.get(context, lens, { pipeline: tile.pipeline ?? null, all: false }) }
      case 'days': {
        const by = tiles.find(({ kind }) => kind === 'days')?.by ?? 'area'
        return { ...parts, days: await this.days.get(context, lens, { by, chosen: null, outages: true }) }
      }
      case 'flaky':
        return { ...parts, flaky: await this.trends.flaky(context, lens) }
      case 'slow':
        return { ...parts, slow: await this.slow.get(context, lens) }
      case 'areas':
        return { ...parts, areas: await this.areas.get(context, lens, 'area', null) }
      case 'builds': {
        const builds = await this.builds.list(context, lens, tile.pipeline ?? null)
        return { ...parts, builds: { ...builds, rows: builds.rows.slice(0, MOST_LINES) } }
      }
      case 'causes': {
        const causes = await this.failures.list(context, lens, {})
        const open = causes.rows.filter(({ state }) => state !== 'resolved').toSorted((a, b) => b.failures - a.failures)
        return { ...parts, causes: { ...causes, rows: open.slice(0, MOST_LINES) } }
      }
      case 'activity': {
        const activity = await this.activities.get(context, ANY_ACTIVITY)
        return { ...parts, activity: { ...activity, rows: activity.rows.slice(0, MOST_LINES) } }
      }
    }
  }

  /** @throws Problem notFound for one that the caller may not see */
  private async readable(context: Context, id: number): Promise<Board> {
    const board = await this.found(context, id)
    const isOpen = board.wallKey !== null && can(context, 'manage')
    if (!board.shared && !isOpen && board.accountId !== context.caller.accountId) throw notFound('board', id)
    return boardOf(board, context.caller.accountId)
  }

  private async found({ project }: Context, id: number): Promise<Found> {
    const [row] = await rowsOf<Found>(
      this,
      `select ${COLUMNS} from board b join account a on a.id = b.account_id where b.project_id = $projectId and b.id = $id`,
      { projectId: project.id, id },
    )
    if (!row) throw notFound('board', id)
    return row
  }

  /** @throws Problem forbidden for somebody else's, notFound for one that is not shared */
  private async mine(context: Context, id: number): Promise<void> {
    const { accountId, shared, by } = await this.found(context, id)
    if (accountId === context.caller.accountId) return
    if (!shared) throw notFound('board', id)
    throw new Problem('forbidden', 'notYours', `The board belongs to ${by}; save a copy of your own`)
  }
}

const briefly = ({ slug, name }: Project) => ({ slug, name })

function boardOf({ accountId, wallKey, ...row }: Found & { projectId?: number }, reader: number): Board {
  const { id, name, by, shared, lens, tiles } = row
  const mine = accountId === reader
  return { id, name, by, mine, shared, lens, tiles, wall: mine && wallKey !== null ? `/wall/${wallKey}` : null, onWall: wallKey !== null }
}
