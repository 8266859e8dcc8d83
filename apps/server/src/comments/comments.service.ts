import { type CommentKind, mentionsIn } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { can, type Context, missing, mustBeAble } from '../access/index.js'
import type { CommentList, CommentRow, MentionRow, PersonRef } from '../contract/index.js'
import { DefectsService } from '../defects/index.js'
import { addEvent } from '../notifications/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import type { CommentDto, CommentEditDto, FollowDto, SubjectDto } from './comments.dto.js'
import { type FoundSubject, subjectOf } from './subjects.js'

const ROWS = `
select c.id, (select jsonb_build_object('id', a.id, 'name', a.name) from account a where a.id = c.author_id) as author,
  case when c.deleted_at is null then c.text else '' end as text, c.created_at as "createdAt", c.edited_at as "editedAt", c.deleted_at as "deletedAt",
  c.author_id is not distinct from $accountId::int as mine
from comment c where c.project_id = $projectId and c.kind = $kind and c.subject = $subject order by c.id limit 1000`

const PEOPLE =
  'select a.id, a.name from membership m join account a on a.id = m.account_id where m.project_id = $projectId order by a.name limit 2000'

interface Kept {
  id: number
  kind: CommentKind
  subject: string
  text: string
  authorId: number | null
  deletedAt: Date | null
}

/** What people say about causes, results, steps, cases, runs, suites and plans. Editing and deleting leaves a trace in the change log. */
@Injectable()
export class CommentsService {
  constructor(
    private readonly defects: DefectsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list({ project, caller }: Context, { kind, subject }: SubjectDto): Promise<CommentList> {
    const bind = { projectId: project.id, kind, subject }
    await subjectOf(this, project, kind, subject)
    const [rows, people, [follows]] = await Promise.all([
      rowsOf<Omit<CommentRow, 'createdAt' | 'editedAt' | 'deletedAt'> & { createdAt: Date; editedAt: Date | null; deletedAt: Date | null }>(
        this,
        ROWS,
        {
          ...bind,
          accountId: caller.accountId,
        },
      ),
      rowsOf<PersonRef>(this, PEOPLE, { projectId: project.id }),
      rowsOf<{ followers: number; following: boolean }>(
        this,
        `select count(*)::int as followers, coalesce(bool_or(account_id = $accountId), false) as following from follow where project_id = $projectId and kind = $kind and subject = $subject`,
        { ...bind, accountId: caller.accountId },
      ),
    ])
    return {
      rows: rows.map(({ createdAt, editedAt, deletedAt, ...row }) => ({
        ...row,
        createdAt: createdAt.toISOString(),
        editedAt: editedAt?.toISOString() ?? null,
        deletedAt: deletedAt?.toISOString() ?? null,
      })),
      following: follows?.following ?? false,
      followers: follows?.followers ?? 0,
      people,
    }
  }

  /** Who comments follows from then on, as does who is mentioned. */
  async add(context: Context, { kind, subject, text, toDefect = false }: CommentDto): Promise<CommentList> {
    const { project, caller } = context
    if (toDefect) {
      if (kind !== 'failure') throw new Problem('invalid', 'noCause', 'Only a comment on a cause can go to its defect')
      mustBeAble(context, 'decide')
    }
    await inTransaction(this, async (db) => {
      const about = await subjectOf(db, project, kind, subject)
      if (toDefect) await this.defects.comment(db, context, about.id, text)
      const [row] = await rowsOf<{ id: number }>(
        db,
        'insert into comment (project_id, kind, subject, author_id, text) values ($projectId, $kind, $subject, $by, $text) returning id',
        { projectId: project.id, kind, subject, by: caller.accountId, text },
      )
      const id = row?.id ?? 0
      await follow(db, project.id, kind, subject, caller.accountId)
      const mentioned = await this.mention(db, context, id, { kind, subject, text }, about)
      await this.tellFollowers(db, context, id, { kind, subject, text }, about, mentioned)
      await this.record(db, context, 'comment.made', { id, kind, subject }, about, null, { text })
    })
    return this.list(context, { kind, subject })
  }

  async edit(context: Context, id: number, { text }: CommentEditDto): Promise<CommentList> {
    const { project } = context
    const kept = await inTransaction(this, async (db) => {
      const comment = await this.own(db, context, id)
      const about = await subjectOf(db, project, comment.kind, comment.subject)
      await run(db, 'update comment set text = $text, edited_at = now() where id = $id', { id, text })
      await this.mention(db, context, id, { ...comment, text }, about)
      await this.record(db, context, 'comment.edited', comment, about, { text: comment.text }, { text })
      return comment
    })
    return this.list(context, kept)
  }

  /** Its place stays, and says that it was deleted. */
  async remove(context: Context, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const comment = await this.own(db, context, id, true)
      const about = await subjectOf(db, context.project, comment.kind, comment.subject)
      await run(db, 'update comment set deleted_at = now() where id = $id', { id })
      await run(db, 'delete from mention where comment_id = $id', { id })
      await this.record(db, context, 'comment.deleted', comment, about, { text: comment.text }, null)
    })
  }

  async follow(context: Context, { kind, subject, on }: FollowDto): Promise<CommentList> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const about = await subjectOf(db, project, kind, subject)
      if (on) await follow(db, project.id, kind, subject, caller.accountId)
      else
        await run(
          db,
          'delete from follow where project_id = $projectId and kind = $kind and subject = $subject and account_id = $accountId',
          {
            projectId: project.id,
            kind,
            subject,
            accountId: caller.accountId,
          },
        )
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: on ? 'comment.followed' : 'comment.unfollowed',
        subject: { id: about.id, name: about.name },
      })
    })
    return this.list(context, { kind, subject })
  }

  /** Comments that name who is signed in, newest first. */
  async mentions({ project, caller }: Context): Promise<MentionRow[]> {
    const rows = await rowsOf<Omit<MentionRow, 'path' | 'title' | 'at'> & { at: Date }>(
      this,
      `select c.id as "commentId", c.kind, c.subject, (select a.name from account a where a.id = c.author_id) as author, left(c.text, 300) as text, c.created_at as at,
         m.read_at is null as unread
       from mention m join comment c on c.id = m.comment_id and c.deleted_at is null
       where m.account_id = $accountId and c.project_id = $projectId order by m.read_at is not null, c.id desc limit 50`,
      { projectId: project.id, accountId: caller.accountId },
    )
    const named: MentionRow[] = []
    for (const { at, ...row } of rows) {
      // what it was about may be gone by now
      const about = await subjectOf(this, project, row.kind, row.subject).catch(() => null)
      if (about) named.push({ ...row, at: at.toISOString(), path: about.path, title: about.name })
    }
    return named
  }

  /** @param commentId null for all */
  async read({ project, caller }: Context, commentId: number | null): Promise<void> {
    await inTransaction(this, async (db) => {
      const rows = await rowsOf<{ id: number }>(
        db,
        `update mention m set read_at = now() from comment c where c.id = m.comment_id and c.project_id = $projectId and m.account_id = $accountId and m.read_at is null
           and ($commentId::int is null or c.id = $commentId) returning c.id`,
        { projectId: project.id, accountId: caller.accountId, commentId },
      )
      if (rows.length > 0)
        await record(db, {
          actor: actorOf(caller),
          projectId: project.id,
          kind: 'comment.read',
          subject: { id: caller.accountId, name: '' },
        })
    })
  }

  /** Notes who is named, and tells those who were not named before. @returns all who are named */
  private async mention(
    db: InTransaction,
    { project, caller }: Context,
    id: number,
    { kind, subject, text }: Pick<Kept, 'kind' | 'subject' | 'text'>,
    about: FoundSubject,
  ): Promise<number[]> {
    const people = await rowsOf<PersonRef>(db, PEOPLE, { projectId: project.id })
    const named = mentionsIn(text, people)
    const author = people.find((person) => person.id === caller.accountId)?.name ?? 'Somebody'
    for (const accountId of named) {
      const fresh = await rowsOf(
        db,
        `insert into mention (comment_id, account_id, read_at) values ($id, $accountId::int, case when $accountId::int = $by::int then now() end) on conflict do nothing returning 1 as yes`,
        { id, accountId, by: caller.accountId },
      )
      await follow(db, project.id, kind, subject, accountId)
      if (fresh.length > 0 && accountId !== caller.accountId)
        await addEvent(db, {
          projectId: project.id,
          kind: 'mention',
          key: `mention:${id}`,
          title: `${author} mentioned you: ${about.name}`,
          text: text.slice(0, 2000),
          path: about.path,
          accountId,
        })
    }
    return named
  }

  private async tellFollowers(
    db: InTransaction,
    { project, caller }: Context,
    id: number,
    { kind, subject, text }: Pick<Kept, 'kind' | 'subject' | 'text'>,
    about: FoundSubject,
    mentioned: readonly number[],
  ): Promise<void> {
    const followers = await rowsOf<{ id: number }>(
      db,
      'select account_id as id from follow where project_id = $projectId and kind = $kind and subject = $subject and account_id <> $by',
      { projectId: project.id, kind, subject, by: caller.accountId },
    )
    for (const { id: accountId } of followers)
      if (!mentioned.includes(accountId))
        await addEvent(db, {
          projectId: project.id,
          kind: 'comment',
          key: `comment:${id}`,
          title: `New comment: ${about.name}`,
          text: text.slice(0, 2000),
          path: about.path,
          accountId,
        })
  }

  /** @param asManager who manages the project may delete what others wrote */
  private async own(db: InTransaction, context: Context, id: number, asManager = false): Promise<Kept> {
    const { project, caller } = context
    const [comment] = await rowsOf<Kept>(
      db,
      'select id, kind, subject, text, author_id as "authorId", deleted_at as "deletedAt" from comment where id = $id and project_id = $projectId for update',
      { id, projectId: project.id },
    )
    if (!comment || comment.deletedAt) throw notFound('comment', id)
    if (comment.authorId !== caller.accountId && !(asManager && can(context, 'manage'))) throw missing('manage')
    return comment
  }

  private async record(
    db: InTransaction,
    { project, caller }: Context,
    kind: 'comment.made' | 'comment.edited' | 'comment.deleted',
    comment: Pick<Kept, 'id' | 'kind' | 'subject'>,
    about: FoundSubject,
    before: Record<string, unknown> | null,
    after: Record<string, unknown> | null,
  ): Promise<void> {
    const also = ['failure', 'run', 'case', 'suite', 'plan'].includes(comment.kind) ? [`${comment.kind}:${about.id}`] : []
    await record(db, {
      actor: actorOf(caller),
      projectId: project.id,
      kind,
      subject: { id: comment.id, name: about.name },
      also,
      changes: [{ kind: 'comment', id: comment.id, name: about.name, before, after }],
    })
  }
}

const follow = (db: InTransaction, projectId: number, kind: CommentKind, subject: string, accountId: number): Promise<void> =>
  run(
    db,
    'insert into follow (project_id, kind, subject, account_id) values ($projectId, $kind, $subject, $accountId) on conflict do nothing',
    {
      projectId,
      kind,
      subject,
      accountId,
    },
  )
