import {
  emptyDraft,
  type FileFindings,
  type ManualDraft,
  manualResult,
  outcomeFromCode,
  stepsOf,
  type TestResult,
  TotalsCounter,
  verdictOf,
} from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { CaseDone, CaseToDo, DraftFile, DraftSaved, EarlierResult, StepDefect } from '../contract/index.js'
import { DefectsService } from '../defects/index.js'
import { KnownScripts, lockRun, mustBeOpen, placeFile, shareIntake, Stage, storeFile, type Target, wordsOf } from '../intake/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/index.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { assignedCase, type AssignedRecord, outcomeOrNull } from './assignment-row.js'
import { AssignmentsService } from './assignments.service.js'
import type { SaveDraftDto, StepDefectDto } from './manual.dto.js'
import * as sql from './manual-queries.js'

interface Step {
  action: string
  expected: string
}

interface ToDoRecord extends AssignedRecord {
  assignmentId: number
  caseId: number
  snapshot: { title: string; version: number; preconditions: string; steps: Step[] }
  draft: ManualDraft | null
  draftVersion: number
  draftAt: Date | null
  draftBy: string | null
  scriptId: number | null
  values: Record<string, string>
  caseVersion: number
  caseTitle: string
  caseSteps: Step[]
  retired: boolean
  deleted: boolean
  assignmentClosed: boolean
  signedOff: boolean
  profile: string | null
  runId: number
  fileId: number
  areaPath: string[]
}

interface EarlierRecord extends Omit<EarlierResult, 'outcome' | 'at'> {
  code: number
  at: Date
}

type NextCase = CaseToDo['next']

/** Doing a case by hand: what was written down so far is kept after each change, and a case that is done is a result like any other. */
@Injectable()
export class DoingService {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly defects: DefectsService,
    @Inject(BLOBS) private readonly blobs: BlobStore,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async get(context: Context, id: number): Promise<CaseToDo> {
    const row = await this.row(this, context, id)
    const { projectId, caseId } = { projectId: context.project.id, caseId: row.caseId }
    const [[assignment], files, earlier, automated, next] = await Promise.all([
      this.assignments.rows(this, context, { id: row.assignmentId }),
      rowsOf<DraftFile>(this, sql.FILES, { id }),
      rowsOf<EarlierRecord>(this, sql.EARLIER_BY_HAND, { projectId, caseId }),
      rowsOf<EarlierRecord>(this, sql.EARLIER_BY_SCRIPTS, { projectId, caseId }),
      this.next(this, context, row),
    ])
    if (!assignment) throw notFound('assignment', row.assignmentId)
    const steps = stepsOf(row.snapshot)
    const { key, title, position, person, state, outcome, attempts, expectedMs, waitsFor } = assignedCase(row)
    const same = row.caseVersion === row.snapshot.version && !row.retired && !row.deleted
    return {
      id,
      assignment,
      key,
      title,
      areaPath: row.areaPath,
      version: row.snapshot.version,
      position,
      preconditions: row.snapshot.preconditions,
      steps,
      values: row.values,
      asked: askedOf(row.values),
      person,
      state,
      outcome,
      attempts,
      scriptId: row.scriptId,
      expectedMs,
      draft: row.draft ?? emptyDraft(steps.length),
      draftVersion: row.draftVersion,
      draftAt: row.draftAt?.toISOString() ?? null,
      draftBy: row.draftBy,
      files,
      waitsFor,
      changed: same
        ? null
        : { version: row.caseVersion, retired: row.retired, deleted: row.deleted, title: row.caseTitle, steps: row.caseSteps },
      closed: row.signedOff ? 'signedOff' : row.assignmentClosed ? 'assignmentClosed' : null,
      earlier: earlier.filter(({ runId }) => runId !== row.runId || state === 'done').map(earlierResult),
      automated: automated.map(earlierResult),
      next,
    }
  }

  /** Keeps what was written down so far. @throws Problem conflict with the newest draft where somebody wrote into it since */
  async save(context: Context, id: number, { version, draft }: SaveDraftDto): Promise<DraftSaved> {
    return inTransaction(this, async (db) => {
      const row = await this.toWrite(db, context, id)
      mustFit(row, draft)
      return { draftVersion: await this.keep(db, context, row, version, draft) }
    })
  }

  /** Takes a case that is free, or that somebody else has, with what is written in it. */
  async take(context: Context, id: number): Promise<void> {
    const { accountId } = context.caller
    await inTransaction(this, async (db) => {
      const row = await this.row(db, context, id, true)
      mustBeUnfinished(row)
      await run(db, 'update assigned_case set account_id = $accountId where id = $id', { id, accountId })
      await run(
        db,
        `update assignment set people = array_append(people, $accountId::int) where id = $id and not $accountId = any(people) and people <> '{}'`,
        { id: row.assignmentId, accountId },
      )
      await this.record(db, context, row, 'assignment.taken')
    })
  }

  /** Adds a picture or file, to a step or to the case as a whole. */
  async addFile(
    context: Context,
    id: number,
    step: number | null,
    file: { name: string; mediaType: string; hash: string; content: Buffer },
  ): Promise<DraftFile> {
    return inTransaction(this, async (db) => {
      const row = await this.toWrite(db, context, id)
      if (step !== null && step >= stepsOf(row.snapshot).length) throw notFound('step', step + 1)
      await this.blobs.put(file.hash, file.content)
      const [added] = await rowsOf<DraftFile>(
        db,
        `insert into draft_file (project_id, assigned_case_id, step, name, media_type, hash, bytes, account_id)
         values ($projectId, $id, $step::smallint, $name, $mediaType, decode($hash, 'hex'), $bytes, $accountId)
         returning id, step::int as step, name, media_type as "mediaType", bytes::float8 as bytes`,
        {
          projectId: context.project.id,
          id,
          step,
          name: file.name.slice(0, 300),
          mediaType: file.mediaType,
          hash: file.hash,
          bytes: file.content.length,
          accountId: context.caller.accountId,
        },
      )
      if (!added) throw new Error('the file was not kept')
      return added
    })
  }

  async removeFile(context: Context, id: number, fileId: number): Promise<void> {
    await inTransaction(this, async (db) => {
      await this.toWrite(db, context, id)
      const gone = await rowsOf(
        db,
        `with gone as (delete from draft_file where id = $fileId and assigned_case_id = $id returning hash),
         doomed as (insert into doomed_blob (hash) select hash from gone on conflict do nothing) select 1 as yes from gone`,
        { fileId, id },
      )
      if (gone.length === 0) throw notFound('file', fileId)
    })
  }

  async file({ project }: Context, id: number, fileId: number) {
    const [row] = await rowsOf<{ name: string; mediaType: string; bytes: number; hash: string }>(
      this,
      `select name, media_type as "mediaType", bytes::float8 as bytes, encode(hash, 'hex') as hash from draft_file
       where id = $fileId and assigned_case_id = $id and project_id = $projectId`,
      { fileId, id, projectId: project.id },
    )
    const content = row && (await this.blobs.get(row.hash))
    if (!row || !content) throw notFound('file', fileId)
    return { ...row, content }
  }

  /** The case is done: what it comes to is stored as an attempt in its run, and whose turn it is next is told. */
  async finish(context: Context, id: number, dto: SaveDraftDto): Promise<CaseDone> {
    const { project, caller } = context
    return inTransaction(this, async (db) => {
      await shareIntake(db, project.id)
      const row = await this.toWrite(db, context, id)
      mustFit(row, dto.draft)
      const outcome = verdictOf(dto.draft)
      if (outcome === null)
        throw new Problem('conflict', 'notDone', 'Some steps have no verdict; give each one, or one to the case as a whole')
      const missing = askedOf(row.values).filter((name) => !dto.draft.values[name]?.trim())
      if (missing.length > 0) throw new Problem('conflict', 'valuesMissing', `Fill in ${missing.join(', ')} first`, { missing })
      await this.keep(db, context, row, dto.version, dto.draft)
      const scriptId = await this.store(db, context, row, dto.draft)
      await run(
        db,
        `update assigned_case set state = 'done', outcome = (select outcome from result where run_id = $runId and day = (select day from run where id = $runId) and script_id = $scriptId),
           spent_ms = $spentMs, attempts = attempts + 1, script_id = $scriptId, ended_at = now(), ended_by = $by where id = $id`,
        { id, runId: row.runId, scriptId, spentMs: Math.round(dto.draft.spentMs), by: caller.accountId },
      )
      await this.linkDefects(db, project.id, row.runId, scriptId, dto.draft)
      await this.record(db, context, row, 'assignment.done', [`run:${row.runId}`, `script:${scriptId}`])
      await this.tellNext(db, context, row)
      const [assignment] = await this.assignments.rows(db, context, { id: row.assignmentId })
      const allDone = assignment !== undefined && assignment.done >= assignment.total
      if (allDone) await this.assignments.endOf(db, context, { runId: row.runId, startId: assignment.startId })
      return { outcome, runId: row.runId, scriptId, next: await this.next(db, context, row), allDone }
    })
  }

  /** Opens a case that is done once more: what comes of it is a further attempt. */
  async again(context: Context, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const row = await this.row(db, context, id, true)
      if (row.state !== 'done') throw new Problem('conflict', 'notDone', 'The case is not done yet')
      mustTakeChanges(row)
      const steps = stepsOf(row.snapshot).length
      await run(
        db,
        `update assigned_case set state = 'open', draft = $draft::jsonb, draft_version = draft_version + 1, account_id = $accountId, started_at = null where id = $id`,
        { id, draft: JSON.stringify(emptyDraft(steps)), accountId: context.caller.accountId },
      )
      await this.record(db, context, row, 'assignment.again', [`run:${row.runId}`])
      await this.assignments.endOf(db, context, { runId: row.runId, startId: null })
    })
  }

  /** Reports a defect from a step, which keeps it; when the case is done its cause is linked to it. */
  async defect(context: Context, id: number, dto: StepDefectDto): Promise<StepDefect> {
    return inTransaction(this, async (db) => {
      const row = await this.toWrite(db, context, id)
      const steps = stepsOf(row.snapshot)
      if (dto.step >= steps.length) throw notFound('step', dto.step + 1)
      const { title, text } = dto
      const defectId = await this.defects.report(db, context, { title, text }, dto.fileId ? await this.picture(db, id, dto.fileId) : null)
      const draft = row.draft ?? emptyDraft(steps.length)
      const own = { ...draft, steps: draft.steps.map((step, i) => (i === dto.step ? { ...step, defectId } : step)) }
      const draftVersion = await this.keep(db, context, row, dto.version, own)
      await this.record(db, context, row, 'assignment.defect', [`defect:${defectId}`])
      return { defectId, draftVersion }
    })
  }

  private async picture(db: Queryable, id: number, fileId: number): Promise<{ name: string; hash: string; mediaType: string }> {
    const [row] = await rowsOf<{ name: string; hash: string; mediaType: string }>(
      db,
      `select name, encode(hash, 'hex') as hash, media_type as "mediaType" from draft_file
       where id = $fileId and assigned_case_id = $id and media_type like 'image/%'`,
      { fileId, id },
    )
    if (!row) throw notFound('picture', fileId)
    return row
  }

  private async store(db: InTransaction, context: Context, row: ToDoRecord, draft: ManualDraft): Promise<number> {
    const { project, caller } = context
    const { runId, fileId, profile, caseId, key } = row
    const bind = { projectId: project.id, caseId, profile, title: row.snapshot.title, key }
    const [script] = await rowsOf<{ id: number; fresh: boolean }>(db, sql.MANUAL_SCRIPT, bind)
    const [by] = await rowsOf<{ name: string; startedAt: Date }>(
      db,
      'select a.name, coalesce((select started_at from assigned_case where id = $id), now()) as "startedAt" from account a where a.id = $accountId',
      { id: row.id, accountId: caller.accountId },
    )
    const scriptId = script?.id ?? 0
    // what the plan or suite set is fixed; only what it left open is filled in
    const values = { ...row.values, ...Object.fromEntries(askedOf(row.values).map((name) => [name, draft.values[name] ?? ''])) }
    const doing = { profile, startedAt: by?.startedAt.getTime() ?? null, doneBy: by?.name ?? '', values, attachments: [] }
    const result = manualResult({ key, ...row.snapshot }, draft, doing)
    const { day } = await this.storeResult(db, context, { runId, fileId, scriptId }, result)
    const totals = new TotalsCounter()
    totals.add(result.outcome)
    const settled = JSON.stringify(totals.settled(NOTHING_SETTLED))
    await run(db, sql.COUNT_IN, { fileId, totals: settled, fresh: script?.fresh ? 1 : 0 })
    const [last] = await rowsOf<{ ordinal: number }>(db, sql.LAST_ATTEMPT, { runId, day, scriptId })
    await run(db, sql.KEEP_FILES, { id: row.id, projectId: project.id, runId, scriptId, fileId, ordinal: last?.ordinal ?? 1 })
    return scriptId
  }

  /** Goes the way of every result, told which script it is of. */
  private async storeResult(
    db: InTransaction,
    { project }: Context,
    { runId, fileId, scriptId }: { runId: number; fileId: number; scriptId: number },
    result: TestResult,
  ): Promise<Target> {
    const known = new KnownScripts(0)
    known.learn('manual', [{ place: result, words: wordsOf(result), scriptId }])
    const stage = new Stage(known)
    try {
      stage.add(result)
      const file = { stage, findings: FINDINGS }
      const placed = await placeFile(db, project, file, { fileId })
      const target = await lockRun(db, runId)
      if (!target) throw notFound('run', runId)
      await mustBeOpen(db, runId)
      await storeFile(db, this.blobs, project, target, fileId, file, placed)
      return target
    } finally {
      stage.dispose()
    }
  }

  /** What failed has the defect that was reported from its step, where its cause has none. */
  private async linkDefects(db: InTransaction, projectId: number, runId: number, scriptId: number, draft: ManualDraft): Promise<void> {
    const defectId = draft.steps.find((step) => step.defectId !== null)?.defectId
    if (!defectId) return
    await run(
      db,
      `update failure_group g set defect_id = $defectId from result x join run r on r.id = x.run_id and r.day = x.day join signature_cause s on s.signature_id = x.signature_id
       where x.run_id = $runId and x.script_id = $scriptId and g.id = s.group_id and g.project_id = $projectId and g.defect_id is null`,
      { defectId, runId, scriptId, projectId },
    )
  }

  /** Where cases come in order, whoever is next is told that it is their turn. */
  private async tellNext(db: InTransaction, context: Context, row: ToDoRecord): Promise<void> {
    const [next] = await rowsOf<{ accountId: number | null; title: string; key: string }>(
      db,
      `select c.account_id as "accountId", c.snapshot ->> 'title' as title, $prefix || '-' || t.number as key from assigned_case c
       join assignment a on a.id = c.assignment_id and a.in_order join test_case t on t.id = c.case_id
       where c.assignment_id = $assignmentId and c.state in ('open', 'going') order by c.position limit 1`,
      { assignmentId: row.assignmentId, prefix: context.project.keyPrefix },
    )
    if (!next || next.accountId === null || next.accountId === context.caller.accountId) return
    const [name] = await rowsOf<{ name: string }>(db, 'select name from assignment where id = $id', { id: row.assignmentId })
    const subject = { id: row.assignmentId, name: name?.name ?? '' }
    await this.assignments.tell(db, context.project.id, subject, next.accountId, `It is your turn: ${next.key} ${next.title}`)
  }

  private async next(db: Queryable, { project, caller }: Context, row: ToDoRecord): Promise<NextCase> {
    const [next] = await rowsOf<NonNullable<NextCase>>(db, sql.NEXT_CASE, {
      projectId: project.id,
      prefix: project.keyPrefix,
      accountId: caller.accountId,
      id: row.id,
      assignmentId: row.assignmentId,
    })
    return next ?? null
  }

  private async keep(db: InTransaction, { caller }: Context, row: ToDoRecord, version: number, draft: ManualDraft): Promise<number> {
    if (row.draftVersion !== version)
      throw new Problem('conflict', 'draftChanged', `${row.draftBy ?? 'Somebody'} wrote into this case meanwhile`, {
        draft: row.draft ?? emptyDraft(stepsOf(row.snapshot).length),
        draftVersion: row.draftVersion,
        draftBy: row.draftBy,
      })
    await run(
      db,
      `update assigned_case set draft = $draft::jsonb, draft_version = draft_version + 1, draft_by = $by, draft_at = now(), started_at = coalesce(started_at, now()),
         state = 'going', account_id = coalesce(account_id, $by) where id = $id`,
      { id: row.id, draft: JSON.stringify(draft), by: caller.accountId },
    )
    return version + 1
  }

  /** A case that who asks may write into, locked. */
  private async toWrite(db: InTransaction, context: Context, id: number): Promise<ToDoRecord> {
    const row = await this.row(db, context, id, true)
    mustBeUnfinished(row)
    if (row.waitsFor !== null) throw new Problem('conflict', 'notYet', `${row.waitsFor} comes before it; wait until that is done`)
    const { person } = row
    if (person && !person.gone && person.id !== context.caller.accountId)
      throw new Problem('conflict', 'notYours', `${person.name} does this case. Take it over first; what is written in it stays`, {
        person,
      })
    return row
  }

  private async row(db: Queryable, { project }: Context, id: number, lock = false): Promise<ToDoRecord> {
    if (lock)
      await run(db, 'select 1 from assigned_case where id = $id and project_id = $projectId for update', { id, projectId: project.id })
    const [row] = await rowsOf<ToDoRecord>(db, sql.CASE_TO_DO, { id, projectId: project.id, prefix: project.keyPrefix })
    if (!row) throw notFound('assigned case', id)
    return row
  }

  private async record(
    db: InTransaction,
    { project, caller }: Context,
    row: ToDoRecord,
    kind: 'assignment.taken' | 'assignment.done' | 'assignment.again' | 'assignment.defect',
    also: string[] = [],
  ): Promise<void> {
    const [held] = await rowsOf<{ name: string }>(db, 'select name from assignment where id = $id', { id: row.assignmentId })
    const subject = { id: row.assignmentId, name: `${held?.name ?? ''}: ${row.key} ${row.snapshot.title}` }
    await record(db, { actor: actorOf(caller), projectId: project.id, kind, subject, also: [`case:${row.caseId}`, ...also] })
  }
}

const NOTHING_SETTLED: FileFindings['settlement'] = { groups: [], dropped: [], reasons: [] }

const FINDINGS: FileFindings = {
  format: 'live',
  framework: 'manual',
  startedAt: null,
  faults: [],
  warnings: [],
  settlement: NOTHING_SETTLED,
}

/** Values that nobody set are asked of who does the case. */
const askedOf = (values: Readonly<Record<string, string>>): string[] => Object.keys(values).filter((name) => values[name] === '')

const earlierResult = ({ code, at, ...row }: EarlierRecord): EarlierResult => ({
  ...row,
  outcome: outcomeFromCode(code),
  at: at.toISOString(),
})

function mustBeUnfinished(row: ToDoRecord): void {
  mustTakeChanges(row)
  if (row.state === 'done')
    throw new Problem('conflict', 'done', `The case is done: ${outcomeOrNull(row.outcome) ?? ''}. Do it again to give another result`)
  if (row.state === 'dropped') throw new Problem('conflict', 'dropped', 'The assignment was closed before this case was done')
}

function mustTakeChanges({ signedOff, assignmentClosed }: ToDoRecord): void {
  if (signedOff)
    throw new Problem(
      'conflict',
      'signedOff',
      'The run or its release was signed off. Somebody who may sign off can reopen it, with a reason',
    )
  if (assignmentClosed) throw new Problem('conflict', 'assignmentClosed', 'The assignment was closed; nothing in it can be changed')
}

function mustFit({ snapshot }: ToDoRecord, draft: ManualDraft): void {
  const steps = stepsOf(snapshot).length
  if (draft.steps.length !== steps)
    throw new Problem('invalid', 'steps', `The case has ${steps} steps, and the draft ${draft.steps.length}`)
}
