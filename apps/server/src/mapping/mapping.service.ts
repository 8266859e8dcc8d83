import { outcomeFromCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type {
  AlikeList,
  MappingCase,
  MappingCounts,
  MappingDecided,
  MappingList,
  MappingOverview,
  MappingQuestion,
  MappingRow,
  ScriptSplit,
  StampList,
  Suggesting,
} from '../contract/index.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { holdIntake } from '../platform/intake-lock.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { notFound, Problem } from '../platform/problem.js'
import { joinScripts, splitScript } from '../scans/index.js'
import { SPREAD_LINKS } from '../scripts/index.js'
import * as sql from './mapping-queries.js'
import type { LinkDecisionDto, MappingFilterDto } from './mapping.dto.js'
import { SilentScripts } from './silent-scripts.js'
import { SUGGEST } from './suggester.js'

const PAGE_ROWS = 300

type Row = Omit<MappingRow, 'lastOutcome' | 'movedAt' | 'goneAt'> & {
  lastCode: number | null
  movedAt: Date | null
  goneAt: Date | null
  full: number
}

interface QuestionRow {
  id: number
  sure: number
  reasons: string[]
  oldId: number
  oldName: string
  oldFile: string | null
  newId: number
  newName: string
  newFile: string | null
  cases: string[]
}

@Injectable()
export class MappingService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    private readonly jobs: Jobs,
    private readonly silent: SilentScripts,
  ) {}

  async overview({ project }: Context): Promise<MappingOverview> {
    const bind = { projectId: project.id }
    const [counts, suggesting, questions, scanned] = await Promise.all([
      this.counts(project),
      rowsOf<Omit<Suggesting, 'finishedAt'> & { finishedAt: Date | null }>(this, sql.SUGGESTING, bind),
      rowsOf<QuestionRow>(this, sql.QUESTIONS, { ...bind, prefix: project.keyPrefix }),
      rowsOf<{ at: Date | null }>(this, sql.SCANNED_AT, bind),
    ])
    const [state] = suggesting
    return {
      counts,
      suggesting: state
        ? { ...state, finishedAt: state.finishedAt?.toISOString() ?? null }
        : { running: false, done: 0, scripts: 0, finishedAt: null, decisions: 0 },
      sureFrom: sql.SURE_FROM,
      questions: questions.map(questionOf),
      scannedAt: scanned[0]?.at?.toISOString() ?? null,
    }
  }

  private async counts({ id: projectId, keyPrefix: prefix }: Context['project']): Promise<MappingCounts> {
    const [counts] = await rowsOf<MappingCounts>(this, sql.COUNTS, { projectId, prefix, seen: await this.silent.seen(projectId) })
    if (!counts) throw new Error('counting answered nothing')
    return counts
  }

  async list({ project }: Context, { only, search, limit, offset }: MappingFilterDto): Promise<MappingList> {
    const words = search?.trim()
    const rows = await rowsOf<Row>(this, sql.ROWS, {
      projectId: project.id,
      prefix: project.keyPrefix,
      seen: await this.silent.seen(project.id),
      only: only ?? null,
      search: words ? `%${words.replace(/[%_\\]/g, '\\$&')}%` : null,
      most: limit ?? PAGE_ROWS,
      offset: offset ?? 0,
    })
    const keys = new Set(rows.flatMap(({ links, suggestions }) => [...links, ...suggestions].map(({ caseKey }) => caseKey)))
    const numbers = [...keys].map((key) => Number(key.slice(project.keyPrefix.length + 1)))
    const cases = await rowsOf<MappingCase>(this, sql.CASES, { projectId: project.id, prefix: project.keyPrefix, numbers })
    return { rows: rows.map(rowOf), total: rows[0]?.full ?? offset ?? 0, cases }
  }

  /** Accepts and rejects suggestions; what was rejected is not suggested again. */
  async decide({ project, caller }: Context, decisions: LinkDecisionDto[]): Promise<MappingDecided> {
    const rows = decisions.map(({ script, case: key, verdict }) => {
      const number = /^([A-Z][A-Z0-9]{1,14})-(\d{1,9})$/.exec(key)
      if (number?.[1] !== project.keyPrefix) throw notFound('case', key)
      return { script, number: Number(number[2]), state: verdict === 'accept' ? 'active' : 'rejected' }
    })
    const heads = [...new Set(rows.map(({ script }) => script))]
    return inTransaction(this, async (db) => {
      const watched = { kind: 'link', where: FAMILY_LINKS, bind: { heads } } as const
      const act = { actor: actorOf(caller), projectId: project.id, kind: 'link.decided' } as const
      const { answer, actId } = await recordOf(db, act, [watched], async () => {
        const made = await rowsOf(db, sql.DECIDE_LINKS, { projectId: project.id, rows: JSON.stringify(rows), by: caller.accountId })
        if (made.length !== rows.length)
          throw new Problem('notFound', 'notFound', 'One of these scripts or cases is not in this project any more. Nothing changed')
        await run(db, SPREAD_LINKS, { projectId: project.id, heads })
        return made.length
      })
      return { links: answer, actId }
    })
  }

  /** A person says that scripts still verify their cases, after their code changed. */
  async review({ project, caller }: Context, scripts: number[]): Promise<MappingDecided> {
    return inTransaction(this, async (db) => {
      const watched = {
        kind: 'link',
        where: `t.project_id = $projectId and t.script_id = any($heads::int[]) and t.state = 'active'`,
        bind: { projectId: project.id, heads: scripts },
      } as const
      const act = { actor: actorOf(caller), projectId: project.id, kind: 'link.reviewed' } as const
      const { actId } = await recordOf(db, act, [watched], () => run(db, sql.REVIEW, { projectId: project.id, scripts }))
      return { links: scripts.length, actId }
    })
  }

  /** Whether a new script is an old one under a new name: its results and links become those of the old one. */
  async answer(context: Context, id: number, same: boolean): Promise<MappingOverview> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      await holdIntake(db, project.id)
      const [question] = await rowsOf<{ oldId: number; newId: number; name: string }>(
        db,
        `delete from rename_question q using script s where q.id = $id and q.project_id = $projectId and s.id = q.old_id
         returning q.old_id as "oldId", q.new_id as "newId", s.name`,
        { id, projectId: project.id },
      )
      if (!question) throw notFound('question', id)
      const { oldId, newId, name } = question
      if (same) {
        await run(db, TAKE_SOURCE, { oldId, newId })
        await joinScripts(db, project.id, newId, oldId)
        await run(db, 'delete from rename_question where old_id = $oldId or new_id = $newId', { oldId, newId })
      }
      const also = same ? [] : [`script:${newId}`]
      const kind = same ? 'script.joined' : 'script.parted'
      await record(db, { actor: actorOf(caller), projectId: project.id, kind, subject: { id: oldId, name }, also })
    })
    return this.overview(context)
  }

  async alike({ project }: Context): Promise<AlikeList> {
    return { rows: await rowsOf<AlikeList['rows'][number]>(this, sql.ALIKE_ROWS, { projectId: project.id, prefix: project.keyPrefix }) }
  }

  /** A person says that two cases are different: they are asked about no more. */
  async different({ project, caller }: Context, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const [pair] = await rowsOf<{ caseId: number; otherId: number; name: string }>(
        db,
        `update case_alike k set different_by = $by, different_at = now() from test_case c where k.id = $id and k.project_id = $projectId and c.id = k.case_id
         returning k.case_id as "caseId", k.other_id as "otherId", $prefix || '-' || c.number || ' ' || c.title as name`,
        { id, projectId: project.id, by: caller.accountId, prefix: project.keyPrefix },
      )
      if (!pair) throw notFound('pair of cases', id)
      const subject = { id: pair.caseId, name: pair.name }
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'case.different', subject, also: [`case:${pair.otherId}`] })
    })
  }

  /** Parts one of a script's other names off as a script of its own. */
  async split({ project, caller }: Context, script: number, identity: string): Promise<ScriptSplit> {
    return inTransaction(this, async (db) => {
      await holdIntake(db, project.id)
      const [kept] = await rowsOf<{ name: string }>(db, 'select name from script where id = $script and project_id = $projectId', {
        script,
        projectId: project.id,
      })
      if (!kept) throw notFound('script', script)
      const split = await splitScript(db, project.id, script, identity)
      const subject = { id: script, name: kept.name }
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'script.split', subject, also: [`script:${split.id}`] })
      return split
    })
  }

  async stamps({ project }: Context, tree: string): Promise<StampList> {
    return { rows: await rowsOf<StampList['rows'][number]>(this, sql.STAMPS, { projectId: project.id, prefix: project.keyPrefix, tree }) }
  }

  /** Has suggestions computed anew, in the background. */
  async suggest(context: Context): Promise<Suggesting> {
    const { project } = context
    await inTransaction(this, (db) => this.jobs.enqueue(db, SUGGEST, { projectId: project.id }, { key: String(project.id) }))
    this.jobs.hurry(SUGGEST)
    return { ...(await this.overview(context)).suggesting, running: true }
  }
}

/** Links of some scripts, and of their rows and profiles. */
const FAMILY_LINKS = 't.script_id in (select s.id from script s where s.id = any($heads::int[]) or s.head_id = any($heads::int[]))'

/** The old script stands where the new one was found. */
const TAKE_SOURCE = `
with gone as (delete from script_source where script_id = $oldId returning file, name, suites, first_seen_at)
update script_source x set script_id = $oldId, was = array_to_string(g.suites || g.name, ' › ') || ' in ' || g.file, moved_at = x.last_seen_at, first_seen_at = g.first_seen_at
from gone g where x.script_id = $newId`

function rowOf({ full: _, lastCode, movedAt, goneAt, ...row }: Row): MappingRow {
  return {
    ...row,
    lastOutcome: lastCode === null ? null : outcomeFromCode(lastCode),
    movedAt: movedAt?.toISOString() ?? null,
    goneAt: goneAt?.toISOString() ?? null,
  }
}

function questionOf({ id, sure, reasons, oldId, oldName, oldFile, newId, newName, newFile, cases }: QuestionRow): MappingQuestion {
  return { id, sure, reasons, old: { id: oldId, name: oldName, file: oldFile, cases }, new: { id: newId, name: newName, file: newFile } }
}
