import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type {
  CaseScript,
  LinkInfo,
  ScriptAlias,
  ScriptDetail,
  ScriptList,
  ScriptRef,
  ScriptRow,
  ScriptSource,
  ScriptsDecided,
  UnknownTests,
} from '../contract/index.js'
import { type ActChange, outcomeFromCode } from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { CaseChangesService, CasesService } from '../cases/index.js'
import { HistoryService } from '../history/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { caseForEach } from './case-for-each.js'
import {
  ALIASES,
  DECIDE,
  FAMILY_OF_SCRIPT,
  LINKS_OF_SCRIPT,
  SCRIPT_ROWS,
  SCRIPT_SUMS,
  SCRIPTS_OF_CASE,
  SOURCE_OF_SCRIPT,
  SPREAD_LINKS,
} from './script-queries.js'
import type { ScriptFilterDto } from './scripts.dto.js'

/** One answer holds so many, unless it is asked for others. */
const PAGE_ROWS = 500

type Row = Omit<ScriptRow, 'lastOutcome' | 'lastSeen'> & { lastCode: number | null; lastSeen: Date | null; full: number }

@Injectable()
export class ScriptsService {
  constructor(
    private readonly cases: CasesService,
    private readonly changes: CaseChangesService,
    private readonly history: HistoryService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list(context: Context, filter: ScriptFilterDto): Promise<ScriptList> {
    const { project } = context
    const search = filter.search?.trim() ? `%${filter.search.trim().replace(/[%_\\]/g, '\\$&')}%` : null
    const [rows, sums] = await Promise.all([
      this.rows(context, { id: null, search, only: filter.only ?? null, most: filter.limit ?? PAGE_ROWS, offset: filter.offset ?? 0 }),
      rowsOf<Omit<ScriptList, 'rows' | 'total'>>(this, SCRIPT_SUMS, { projectId: project.id, prefix: project.keyPrefix }),
    ])
    return { rows: rows.map(rowOf), total: rows[0]?.full ?? filter.offset ?? 0, ...(sums[0] ?? { unlinked: 0, aside: 0, unknownKeys: 0 }) }
  }

  private rows(
    { project }: Context,
    bind: { id: number | null; search: string | null; only: string | null; most: number; offset: number },
  ): Promise<Row[]> {
    return rowsOf<Row>(this, SCRIPT_ROWS, { projectId: project.id, prefix: project.keyPrefix, ...bind })
  }

  async get(context: Context, id: number): Promise<ScriptDetail> {
    const [row] = await this.rows(context, { id, search: null, only: null, most: 1, offset: 0 })
    if (!row) throw notFound('script', id)
    const [links, histories, sources, family, aliases] = await Promise.all([
      this.links(context, id),
      this.history.histories(context.project.id, [id]),
      rowsOf<SourceRow>(this, SOURCE_OF_SCRIPT, { id }),
      rowsOf<ScriptRef & { isHead: boolean | null }>(this, FAMILY_OF_SCRIPT, { id }),
      rowsOf<Omit<ScriptAlias, 'at'> & { at: Date }>(this, ALIASES, { id }),
    ])
    const [source] = sources
    const [head] = family.filter(({ isHead }) => isHead === true).map(refOf)
    return {
      ...rowOf(row),
      links,
      histories: histories.get(id) ?? [],
      source: source ? sourceOf(source) : null,
      head: head ?? null,
      variants: family.filter(({ isHead }) => isHead !== true).map(refOf),
      aliases: aliases.map(({ at, ...alias }) => ({ ...alias, at: at.toISOString() })),
    }
  }

  links({ project }: Context, scriptId: number): Promise<LinkInfo[]> {
    return rowsOf<LinkInfo>(this, LINKS_OF_SCRIPT, { scriptId, prefix: project.keyPrefix })
  }

  /** Links by hand; a link that was rejected before comes back. */
  async link(context: Context, id: number, caseKey: string): Promise<ScriptDetail> {
    await this.exists(context, id)
    const found = await this.cases.find(context, caseKey)
    await this.changeLink(context, 'link.made', id, found.id, (db, bind) =>
      run(
        db,
        `insert into link (project_id, script_id, case_id, origin, state, created_by) values ($projectId, $id, $caseId, 'manual', 'active', $by)
         on conflict (script_id, case_id) do update set state = 'active', created_by = excluded.created_by`,
        bind,
      ),
    )
    return this.get(context, id)
  }

  /** Takes a link away for good: a declared key does not bring it back. */
  async unlink(context: Context, id: number, caseKey: string): Promise<ScriptDetail> {
    await this.exists(context, id)
    const found = await this.cases.find(context, caseKey)
    await this.changeLink(context, 'link.removed', id, found.id, (db, bind) =>
      run(
        db,
        `update link set state = 'rejected', created_by = $by where script_id = $id and case_id = $caseId and project_id = $projectId`,
        bind,
      ),
    )
    return this.get(context, id)
  }

  /** A change of one link is an act that its script and its case tell of, too. */
  private async changeLink(
    { project, caller }: Context,
    kind: 'link.made' | 'link.removed',
    id: number,
    caseId: number,
    work: (db: InTransaction, bind: { projectId: number; id: number; caseId: number; by: number }) => Promise<void>,
  ): Promise<void> {
    const bind = { projectId: project.id, id, caseId, by: caller.accountId }
    const watched = { kind: 'link', where: 't.script_id = $id and t.case_id = $caseId', bind: { id, caseId } } as const
    const also = [`script:${id}`, `case:${caseId}`]
    await inTransaction(this, (db) =>
      recordOf(db, { actor: actorOf(caller), projectId: project.id, kind, also }, [watched], async () => {
        await work(db, bind)
        // rows and profiles of a script in code are mapped with it
        await run(db, SPREAD_LINKS, { projectId: project.id, heads: [id] })
      }),
    )
  }

  /** Decides about scripts that have no case; those that have one stay as they are. */
  async decide(context: Context, scriptIds: number[], decision: UnknownTests, area: string[] | null = null): Promise<ScriptsDecided> {
    const { project, caller } = context
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const decided = await rowsOf<{ change: ActChange }>(db, DECIDE, { projectId: project.id, scriptIds, decision })
      const made =
        decision === 'make' ? await caseForEach(db, project, { scriptIds, by: caller.accountId }, area) : { cases: [], areas: [] }
      const changes = decided.map(({ change }) => change)
      const actId = await this.changes.keep(db, context, 'script.decided', changes, made)
      return { scripts: decided.length, cases: made.cases.length, actId }
    })
  }

  private async exists({ project }: Context, id: number): Promise<void> {
    const rows = await rowsOf(this, 'select 1 as yes from script where id = $id and project_id = $projectId', { id, projectId: project.id })
    if (rows.length === 0) throw notFound('script', id)
  }

  /** The scripts of a case, each with its histories. */
  async ofCase(context: Context, caseKey: string): Promise<CaseScript[]> {
    const found = await this.cases.find(context, caseKey)
    const rows = await rowsOf<ScriptRef & Pick<LinkInfo, 'origin' | 'state'>>(this, SCRIPTS_OF_CASE, { caseId: found.id })
    const histories = await this.history.histories(
      context.project.id,
      rows.map((row) => row.id),
    )
    return rows.map(({ origin, state, ...script }) => ({
      script,
      link: { caseKey, caseTitle: found.title, origin, state },
      histories: histories.get(script.id) ?? [],
    }))
  }
}

function rowOf({ full: _, lastCode, lastSeen, ...row }: Row): ScriptRow {
  return { ...row, lastOutcome: lastCode === null ? null : outcomeFromCode(lastCode), lastSeen: lastSeen?.toISOString() ?? null }
}

type Time = 'firstSeenAt' | 'lastSeenAt' | 'bodyChangedAt' | 'movedAt' | 'goneAt'
type SourceRow = Omit<ScriptSource, Time> & Record<Time, Date | null>

function sourceOf({ firstSeenAt, lastSeenAt, bodyChangedAt, movedAt, goneAt, ...source }: SourceRow): ScriptSource {
  return {
    ...source,
    firstSeenAt: firstSeenAt?.toISOString() ?? '',
    lastSeenAt: lastSeenAt?.toISOString() ?? '',
    bodyChangedAt: bodyChangedAt?.toISOString() ?? null,
    movedAt: movedAt?.toISOString() ?? null,
    goneAt: goneAt?.toISOString() ?? null,
  }
}

const refOf = ({ isHead: _, ...script }: ScriptRef & { isHead: boolean | null }): ScriptRef => script
