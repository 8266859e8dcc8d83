import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { can, type Context, Project } from '../access/index.js'
import { BriefService } from '../brief/index.js'
import { BuildsService } from '../builds/index.js'
import type { Board, BoardData, BoardList, Tile } from '../contract/index.js'
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

  async data(context: Context, id: number): Promise<BoardData> {
    const board = await this.found(context, id)
    const isOpen = board.wallKey !== null && can(context, 'manage')
    if (!board.shared && !isOpen && board.accountId !== context.caller.accountId) throw notFound('board', id)
    return this.shown(context, boardOf(board, context.caller.accountId))
  }

  /**
   * What a wall shows: what whoever made the board may read, and no more of them than that.
   * @throws Problem notFound where the link was revoked, or its maker is no member any more
   */
  async wall(key: string): Promise<BoardData> {
    const [board] = await rowsOf<Found & { projectId: number }>(
      this,
      `select ${COLUMNS}, b.project_id as "projectId" from board b join account a on a.id = b.account_id
       join membership m on m.project_id = b.project_id and m.account_id = b.account_id where b.wall_key = $key`,
      { key },
    )
    const project = board && (await Project.findByPk(board.projectId))
    if (!board || !project) throw notFound('board', key)
    const caller = { accountId: board.accountId, sessionId: null, token: null }
    const { wall: _, ...shown } = boardOf(board, board.accountId)
    const data = await this.shown({ caller, project, role: 'viewer', rights: new Set(['read']) }, { ...shown, mine: false, wall: null })
    // what waits for its maker is nobody else's
    return { ...data, brief: data.brief && { ...data.brief, findings: data.brief.findings.filter(({ kind }) => kind !== 'mine') } }
  }

  private async shown(context: Context, board: Board): Promise<BoardData> {
    const lens: Lens = lensOf(board.lens)
    const tile = (...kinds: Tile['kind'][]) => board.tiles.find(({ kind }) => kinds.includes(kind))
    const [days, weave, built] = [tile('days'), tile('weave'), tile('builds')]
    const [brief, woven, dayList, flaky, slow, areas, builds, causes, activity] = await Promise.all([
      tile('brief', 'runs') ? this.briefs.get(context, lens) : null,
      weave ? this.weaves.get(context, lens, { pipeline: weave.pipeline ?? null, all: false }) : null,
      days || tile('failedMost') ? this.days.get(context, lens, { by: days?.by ?? 'area', chosen: null, outages: true }) : null,
      tile('flaky') ? this.trends.flaky(context, lens) : null,
      tile('slow') ? this.slow.get(context, lens) : null,
      tile('areas', 'automation') ? this.areas.get(context, lens, 'area', null) : null,
      built ? this.builds.list(context, lens, built.pipeline ?? null) : null,
      tile('causes') ? this.failures.list(context, lens, {}) : null,
      tile('activity') ? this.activities.get(context, ANY_ACTIVITY) : null,
    ])
    const { slug, name } = context.project
    return {
      ...{ board, project: { slug, name }, at: new Date().toISOString() },
      ...{ brief, weave: woven, days: dayList, flaky, slow, areas },
      builds: builds && { ...builds, rows: builds.rows.slice(0, MOST_LINES) },
      causes: causes && {
        ...causes,
        rows: causes.rows
          .filter(({ state }) => state !== 'resolved')
          .toSorted((a, b) => b.failures - a.failures)
          .slice(0, MOST_LINES),
      },
      activity: activity && { ...activity, rows: activity.rows.slice(0, MOST_LINES) },
    }
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

function boardOf({ accountId, wallKey, ...row }: Found & { projectId?: number }, reader: number): Board {
  const { id, name, by, shared, lens, tiles } = row
  const mine = accountId === reader
  return { id, name, by, mine, shared, lens, tiles, wall: mine && wallKey !== null ? `/wall/${wallKey}` : null, onWall: wallKey !== null }
}
