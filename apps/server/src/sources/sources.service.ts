import { type ActKind, fromSources, type OutcomeTotals } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { resolve } from 'node:path'
import { Sequelize } from 'sequelize-typescript'
import { AccessService, type Context } from '../access/index.js'
import type { Source, SourceFile, SourceList, SourceLook } from '../contract/index.js'
import { announce } from '../events/announce.js'
import { disposeOf, IntakeService, readFiles } from '../intake/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { hostsOf } from '../platform/reachable.js'
import { lookIntoFolder } from './folder-source.js'
import { buildOf, type Found, type FoundFile } from './found-file.js'
import { lookAtAddress } from './http-source.js'
import * as sql from './source-queries.js'
import type { SourceDto } from './sources.dto.js'

type SourceRecord = Omit<SourceDto, 'build' | 'everySeconds'> & {
  id: number
  build: string | null
  projectId: number
  accountId: number
  etag: string | null
  lastModified: string | null
}

type SourceRow = SourceRecord & Omit<Source, 'nextAt' | 'lastAt'> & { nextAt: Date; lastAt: Date | null }

const MOST_SHOWN = 50
/** So much of a source is looked into for a preview, in bytes. */
const MOST_PREVIEWED = 100 * 1024 ** 2
const STILL_MS = 60_000

/** Places that are looked into at an interval. */
@Injectable()
export class SourcesService {
  constructor(
    private readonly intake: IntakeService,
    private readonly access: AccessService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list({ project }: Context): Promise<SourceList> {
    const rows = await rowsOf<SourceRow>(this, sql.SOURCES, { projectId: project.id, id: null })
    return { rows: rows.map(sourceOf), ...(await this.allowedIn(project.id)) }
  }

  private async record({ project }: Context, id: number): Promise<SourceRow> {
    const [row] = await rowsOf<SourceRow>(this, sql.SOURCES, { projectId: project.id, id })
    if (!row) throw notFound('source', id)
    return row
  }

  async add(context: Context, dto: SourceDto): Promise<Source> {
    const { project, caller } = context
    const { answer: id } = await inTransaction(this, (db) =>
      recordOf(
        db,
        this.act(context, 'source.added'),
        (id) => [watched(context, id)],
        async () => {
          const [row] = await rowsOf<{ id: number }>(db, sql.ADD, { ...bindOf(dto), projectId: project.id, accountId: caller.accountId })
          if (!row) throw nameTaken(dto.name)
          return row.id
        },
      ),
    )
    return sourceOf(await this.record(context, id))
  }

  async edit(context: Context, id: number, dto: SourceDto): Promise<Source> {
    const { project } = context
    const [twin] = await rowsOf(this, 'select 1 as yes from source where project_id = $projectId and name = $name and id <> $id', {
      projectId: project.id,
      name: dto.name,
      id,
    })
    if (twin) throw nameTaken(dto.name)
    await this.change(context, 'source.changed', id, async (db) => {
      const rows = await rowsOf(db, sql.EDIT, { ...bindOf(dto), id, projectId: project.id })
      if (rows.length === 0) throw notFound('source', id)
    })
    return sourceOf(await this.record(context, id))
  }

  private act({ caller, project }: Context, kind: ActKind) {
    return { actor: actorOf(caller), projectId: project.id, kind }
  }

  private async change(context: Context, kind: ActKind, id: number, work: (db: InTransaction) => Promise<void>): Promise<void> {
    await inTransaction(this, (db) => recordOf(db, this.act(context, kind), [watched(context, id)], () => work(db)))
  }

  async pause(context: Context, id: number, paused: boolean): Promise<Source> {
    await this.change(context, paused ? 'source.paused' : 'source.resumed', id, (db) =>
      run(
        db,
        'update source set paused = $paused, next_at = case when $paused then next_at else now() end where id = $id and project_id = $projectId',
        { id, paused, projectId: context.project.id },
      ),
    )
    return sourceOf(await this.record(context, id))
  }

  remove(context: Context, id: number): Promise<void> {
    return this.change(context, 'source.removed', id, async (db) => {
      const rows = await rowsOf(db, 'delete from source where id = $id and project_id = $projectId returning id', {
        id,
        projectId: context.project.id,
      })
      if (rows.length === 0) throw notFound('source', id)
    })
  }

  /** What a source holds now, and what would become of it; nothing is stored. It may be one that is only being thought of. */
  async look(context: Context, dto: SourceDto, id: number | null): Promise<SourceLook> {
    const known = id === null ? new Map<string, string>() : await this.known((await this.record(context, id)).id)
    const found = await this.find({ ...dto, projectId: context.project.id, etag: null, lastModified: null })
    try {
      const isKnown = ({ path, stamp }: FoundFile) => known.get(path) === stamp
      const files: SourceFile[] = []
      let read = 0
      for (const file of found.files.toReversed().slice(0, MOST_SHOWN)) {
        read += file.bytes
        const inside = read <= MOST_PREVIEWED ? await this.inspected(file, dto.kind) : NOT_LOOKED_INTO
        files.push({ name: file.path, bytes: file.bytes, build: buildOf(dto.build ?? null, file), known: isKnown(file), ...inside })
      }
      return { files, count: found.files.length, fresh: found.files.filter((file) => !isKnown(file)).length }
    } finally {
      found.dispose()
    }
  }

  /** Looks into a source now. @throws Problem conflict when somebody does already */
  async fetchNow(context: Context, id: number): Promise<Source> {
    const { name } = await this.record(context, id)
    const claimed = await inTransaction(this, async (db) => {
      const [row] = await rowsOf<SourceRecord>(db, sql.CLAIM, { id })
      if (!row) throw new Problem('conflict', 'busy', 'This source is being checked at the moment')
      await record(db, { ...this.act(context, 'source.checked'), subject: { id, name } })
      return row
    })
    await this.fetch(claimed)
    return sourceOf(await this.record(context, id))
  }

  /** Looks into a source that is due, if there is one that no other process has. @returns whether there was */
  async fetchDue(): Promise<boolean> {
    const [claimed] = await rowsOf<SourceRecord>(this, sql.CLAIM, { id: null })
    if (claimed) await this.fetch(claimed)
    return claimed !== undefined
  }

  private async fetch(source: SourceRecord): Promise<void> {
    const still = setInterval(() => void run(this, sql.STILL, { id: source.id }).catch(() => undefined), STILL_MS)
    try {
      const { etag, lastModified } = await this.bring(source)
      await run(this, sql.DONE, { id: source.id, etag, lastModified })
    } catch (error) {
      await run(this, sql.FAILED, { id: source.id, problem: error instanceof Error ? error.message : String(error) })
    } finally {
      clearInterval(still)
    }
    await announce(this, source.projectId, ['sources'])
  }

  private async bring(source: SourceRecord): Promise<Pick<Found, 'etag' | 'lastModified'>> {
    const context = await this.access.contextOf(source.accountId, source.projectId)
    const known = await this.known(source.id)
    const found = await this.find(source)
    try {
      const fresh = found.files.filter(({ path, stamp }) => known.get(path) !== stamp)
      for (const [build, files] of groupByBuild(source.build, fresh)) await this.deliver(context, source, build, files)
      return found
    } finally {
      found.dispose()
    }
  }

  /** One delivery a build; what it brought is known afterwards, also what was refused: it is looked at again when it changes. */
  private async deliver(context: Context, source: SourceRecord, build: string, files: readonly FoundFile[]): Promise<void> {
    const { pipeline, branch, environment } = source
    const delivery = await this.intake.open(context, { pipeline, branch, environment, build, source: 'fetched' }, source.id)
    try {
      for (const file of files) {
        const place = { path: pathIn(source, file), root: null }
        await delivery.take({ name: nameOf(file.path), place, chunks: file.open(), cut: () => false })
      }
      const { deliveryId } = await delivery.finish()
      const known = { paths: files.map(({ path }) => path), stamps: files.map(({ stamp }) => stamp) }
      await run(this, sql.BROUGHT, { id: source.id, deliveryId, ...known })
    } finally {
      delivery.dispose()
    }
  }

  private async find(source: Pick<SourceRecord, 'projectId' | 'kind' | 'address' | 'etag' | 'lastModified'>): Promise<Found> {
    const { kind, address, etag, lastModified } = source
    const { folders, hosts } = await this.allowedIn(source.projectId)
    const now = Date.now()
    return kind === 'folder' ? lookIntoFolder(address, folders, now) : lookAtAddress(address, { etag, lastModified }, hosts, now)
  }

  /** What an administrator allows a project, within what whoever runs the server allows at all. */
  private async allowedIn(projectId: number): Promise<{ folders: string[]; hosts: string[] }> {
    const [row] = await rowsOf<{ folders: string[] }>(this, 'select source_folders as folders from project where id = $projectId', {
      projectId,
    })
    const isBelow = (folder: string) => this.config.sourceFolders.some((root) => `${resolve(folder)}/`.startsWith(`${resolve(root)}/`))
    return { folders: row?.folders.filter(isBelow) ?? [], hosts: await hostsOf(this, this.config, projectId) }
  }

  /** What a file would be read as, by a thread as if it were delivered; nothing is stored. What another host answered is not shown back. */
  private async inspected(file: FoundFile, kind: SourceDto['kind']): Promise<Pick<SourceFile, 'format' | 'totals' | 'error'>> {
    const read: { format: string; totals: OutcomeTotals }[] = []
    const refused: string[] = []
    for await (const one of readFiles({ name: nameOf(file.path), chunks: file.open(), cut: () => false }, this.intake)) {
      if ('stage' in one) read.push({ format: one.findings.format, totals: one.totals })
      else refused.push(one.refusal.message)
      disposeOf(one)
    }
    const [first] = read
    if (first) return { format: read.length > 1 ? `archive of ${read.length} files` : first.format, totals: first.totals, error: null }
    return { ...NOT_LOOKED_INTO, error: kind === 'folder' ? (refused[0] ?? null) : 'This is no result file that can be read' }
  }

  private async known(id: number): Promise<Map<string, string>> {
    const rows = await rowsOf<{ path: string; stamp: string }>(this, sql.KNOWN, { id })
    return new Map(rows.map(({ path, stamp }) => [path, stamp]))
  }
}

const watched = ({ project }: Context, id: number) =>
  ({ kind: 'source', where: 't.id = $id and t.project_id = $projectId', bind: { id, projectId: project.id } }) as const

const NOT_LOOKED_INTO = { format: null, totals: null, error: null }

/** Where a file stands below the folder of a source, or below the folder of its build there; at an address, what it is called. */
const pathIn = ({ kind, build }: Pick<SourceRecord, 'kind' | 'build'>, { path, folder }: FoundFile): string =>
  kind === 'http' ? nameOf(path) : fromSources(folder !== null && build?.includes('{folder}') ? path.slice(folder.length + 1) : path)

const nameOf = (path: string): string => path.split(/[?#]/)[0]?.split('/').at(-1) || path

function groupByBuild(pattern: string | null, files: readonly FoundFile[]): Map<string, FoundFile[]> {
  const groups = new Map<string, FoundFile[]>()
  for (const file of files) {
    const build = buildOf(pattern, file)
    groups.set(build, [...(groups.get(build) ?? []), file])
  }
  return groups
}

const nameTaken = (name: string) => new Problem('conflict', 'nameTaken', `There is a source “${name}” already; choose another name`)

const bindOf = (dto: SourceDto) => ({ ...dto, build: dto.build || null })

function sourceOf({ projectId: _project, accountId: _account, etag: _etag, lastModified: _modified, ...row }: SourceRow): Source {
  return { ...row, nextAt: row.nextAt.toISOString(), lastAt: row.lastAt?.toISOString() ?? null }
}
