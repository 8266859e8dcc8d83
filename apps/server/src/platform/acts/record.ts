import { type ActChange, type ActKind, ACTS, type SubjectKind, topicsOf } from '@bobbin/core'
import { type InTransaction, type Queryable, rowsOf } from '../database.js'
import { requestId } from '../request-context.js'
import type { Actor } from './actor.js'
import { type RowSubject, SUBJECT_ROWS } from './subjects.js'

/** Open pages are told which subjects an act touched, up to so many; of more they ask for everything of its topics. */
const MOST_TOLD = 40
export const CHANGES_CHANNEL = 'bobbin_changes'

export interface NewAct {
  actor: Actor
  /** Null for what concerns the server as a whole, or an account. */
  projectId: number | null
  kind: ActKind
  /** The one it is about before all others; by itself the first that changed. */
  subject?: { id: number; name: string }
  changes?: readonly ActChange[]
  /** What it touched besides, as kind:id, so that their histories name it. */
  also?: readonly string[]
  reason?: string | null
  undoes?: number
}

const RECORD = `
with made as (
  insert into act (project_id, actor, account_id, token_id, kind, subject_kind, subject_id, subject_name, subjects, changes, reason, request, undoes)
  values ($projectId, $actor, $accountId, $tokenId, $kind, $subjectKind, $subjectId, $subjectName, $subjects::text[], $changes::jsonb, $reason, $request, $undoes)
  returning id
), told as (
  select pg_notify('${CHANGES_CHANNEL}', $payload) where $payload <> ''
)
select id::int, (select count(*) from told)::int as told from made`

/**
 * Writes down an act, in the transaction of what it did. The one way into the change log; open pages are told with it, once it commits.
 * @returns its number
 */
export async function record(db: InTransaction, act: NewAct): Promise<number> {
  const { actor, projectId, kind, changes = [], also = [], reason = null, undoes = null } = act
  const subjectKind: SubjectKind = ACTS[kind].subject
  const first = changes.find((change) => change.kind === subjectKind) ?? changes[0]
  const subject = act.subject ?? (first && { id: first.id, name: first.name }) ?? { id: null, name: '' }
  const touched = new Set([...changes.map((change) => `${change.kind}:${change.id}`), ...also])
  if (act.subject) touched.add(`${subjectKind}:${act.subject.id}`)
  const subjects = [...touched]
  const topics = topicsToTell(kind, changes)
  const tells = projectId !== null && topics.length > 0
  const [row] = await rowsOf<{ id: number }>(db, RECORD, {
    projectId,
    actor: actor.kind,
    accountId: actor.accountId,
    tokenId: actor.tokenId,
    kind,
    subjectKind,
    subjectId: subject.id,
    subjectName: subject.name,
    subjects,
    changes: JSON.stringify(changes),
    reason,
    request: requestId(),
    undoes,
    payload: tells ? JSON.stringify({ projectId, topics, ...(subjects.length <= MOST_TOLD && { subjects }) }) : '',
  })
  return row?.id ?? 0
}

/** What an undone act touched is what its changes touch. */
function topicsToTell(kind: ActKind, changes: readonly ActChange[]) {
  if (kind !== 'act.undone') return topicsOf(kind)
  const kinds = new Set(changes.map((change) => change.kind))
  return [
    ...new Set(Object.entries(ACTS).flatMap(([name, act]) => (kinds.has(act.subject) && name !== kind ? topicsOf(name as ActKind) : []))),
  ]
}

/** Which rows of a kind of subject a piece of work may change; \`where\` is over the alias \`t\`. */
export interface Watched {
  kind: RowSubject
  where: string
  bind?: Record<string, unknown>
}

interface Snapshot {
  kind: RowSubject
  id: number
  name: string
  row: Record<string, unknown>
}

async function snapshot(db: Queryable, { kind, where, bind }: Watched): Promise<Snapshot[]> {
  const { table, id, name } = SUBJECT_ROWS[kind]
  const project = kind === 'project' ? 'p.id = t.id' : 'p.id = t.project_id'
  return rowsOf<Snapshot>(
    db,
    `select '${kind}' as kind, t.${id} as id, ${name} as name, to_jsonb(t) as row
     from ${table} t join project p on ${project} where ${where} order by t.${id}`,
    bind,
  )
}

/** One after the other: a transaction has one connection. */
async function snapshots(db: Queryable, watched: readonly Watched[]): Promise<Snapshot[]> {
  const found: Snapshot[] = []
  for (const one of watched) found.push(...(await snapshot(db, one)))
  return found
}

/**
 * Does a piece of work and writes down what it changed of some rows: what they were before, and became. For a few rows; statements over
 * many make their changes themselves (\`act_change\` in the database) and hand them to \`record\`.
 * @param watched which rows, before and after; rows that come to fit, or cease to be, were made, or are gone
 * @returns what the work answered, and the number of the act; null where nothing changed
 */
export async function recordOf<T>(
  db: InTransaction,
  act: Omit<NewAct, 'changes'> | ((answer: T) => Omit<NewAct, 'changes'>),
  watched: readonly Watched[] | ((answer: T) => readonly Watched[]),
  work: () => Promise<T>,
): Promise<{ answer: T; actId: number | null }> {
  const before = typeof watched === 'function' ? [] : await snapshots(db, watched)
  const answer = await work()
  const looked = typeof watched === 'function' ? watched(answer) : watched
  const after = await snapshots(db, looked)
  const missing = before.filter((was) => !after.some((is) => is.kind === was.kind && is.id === was.id))
  const still = await snapshots(
    db,
    missing.map(({ kind, id }) => ({ kind, where: `t.${SUBJECT_ROWS[kind].id} = $id`, bind: { id } })),
  )
  const changes = changesBetween(before, [...after, ...still])
  const about = typeof act === 'function' ? act(answer) : act
  if (changes.length === 0 && !about.subject) return { answer, actId: null }
  return { answer, actId: await record(db, { ...about, changes }) }
}

function changesBetween(before: readonly Snapshot[], after: readonly Snapshot[]): ActChange[] {
  const keyOf = ({ kind, id }: Snapshot) => `${kind}:${id}`
  const was = new Map(before.map((one) => [keyOf(one), one]))
  const is = new Map(after.map((one) => [keyOf(one), one]))
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((key) => {
    const [old, now] = [was.get(key), is.get(key)]
    const named = now ?? old
    if (!named) return []
    const change = { kind: named.kind, id: named.id, name: named.name }
    if (!old || !now) return [{ ...change, before: old ? shown(old.row) : null, after: now ? shown(now.row) : null }]
    const fields = Object.keys(shown(now.row)).filter((field) => JSON.stringify(old.row[field]) !== JSON.stringify(now.row[field]))
    if (fields.length === 0) return []
    const only = (row: Record<string, unknown>) => Object.fromEntries(fields.map((field) => [field, row[field]]))
    return [{ ...change, before: only(old.row), after: only(now.row) }]
  })
}

/** As in the database: what says nothing, and what is secret, is no part of a change. */
const HIDDEN = new Set([
  'id',
  'project_id',
  'created_at',
  'updated_at',
  'token_hash',
  'secret_hash',
  'password_hash',
  'last_used_at',
  'next_case_number',
])

const shown = (row: Record<string, unknown>) => Object.fromEntries(Object.entries(row).filter(([field]) => !HIDDEN.has(field)))
