import { TotalsCounter } from '@bobbin/core'
import type { Project } from '../access/index.js'
import { deliveryName, type MadeLog, type PlaceDto, placeOf, type Target } from '../intake/index.js'
import { addEvent } from '../notifications/index.js'
import { type Actor, record } from '../platform/acts/index.js'
import { type InTransaction, rowsOf } from '../platform/database.js'
import * as sql from './manual-queries.js'

/** Cases for people, in a run that is there and locked. */
export interface NewAssignment {
  name: string
  /** In the order in which they are done, each with whose it is; null is whoever of `people` takes it. */
  cases: readonly { id: number; accountId: number | null }[]
  people: readonly number[]
  inOrder: boolean
  dueAt: Date | null
  values: Readonly<Record<string, string>>
  startId: number | null
  suiteId: number | null
}

interface ToAssign {
  id: number
  key: string
  snapshot: object
  expectedMs: number | null
  retired: boolean
}

/**
 * Gives cases to people, as they are now: what is changed in them later is shown to who does them, and does not count. Retired cases are left
 * out. Everybody who got something is told.
 * @returns the number of the assignment; null where no case was left
 */
export async function assignCases(
  db: InTransaction,
  project: Project,
  by: Actor,
  { target, place, log }: { target: Target; place: PlaceDto; log: MadeLog },
  wanted: NewAssignment,
): Promise<number | null> {
  const projectId = project.id
  const found = await rowsOf<ToAssign>(db, sql.TO_ASSIGN, {
    projectId,
    prefix: project.keyPrefix,
    profile: place.profile ?? null,
    ids: wanted.cases.map(({ id }) => id),
  })
  const byId = new Map(found.filter(({ retired }) => !retired).map((row) => [row.id, row]))
  const rows = wanted.cases.flatMap(({ id, accountId }) => {
    const row = byId.get(id)
    return row ? [{ caseId: id, snapshot: row.snapshot, expectedMs: row.expectedMs, accountId }] : []
  })
  if (rows.length === 0) return null
  const [delivery] = await rowsOf<{ id: number }>(db, sql.ADD_DELIVERY, {
    projectId,
    accountId: by.accountId,
    target: JSON.stringify(placeOf(place)),
    runId: target.runId,
    made: JSON.stringify(log.made),
    notes: JSON.stringify(log.notes),
  })
  const totals = JSON.stringify(new TotalsCounter().settled({ groups: [], dropped: [], reasons: [] }))
  const file = { projectId, deliveryId: delivery?.id ?? 0, runId: target.runId, name: wanted.name, totals }
  const [stored] = await rowsOf<{ id: number }>(db, sql.ADD_FILE, file)
  const people = [...new Set([...wanted.people, ...rows.flatMap(({ accountId }) => accountId ?? [])])]
  const [made] = await rowsOf<{ id: number }>(db, sql.ADD_ASSIGNMENT, {
    projectId,
    runId: target.runId,
    startId: wanted.startId,
    suiteId: wanted.suiteId,
    name: wanted.name,
    people: `{${people.join(',')}}`,
    inOrder: wanted.inOrder,
    dueAt: wanted.dueAt,
    values: JSON.stringify(wanted.values),
    deliveryId: file.deliveryId,
    fileId: stored?.id ?? 0,
    by: by.accountId,
  })
  const id = made?.id ?? 0
  const numbered = rows.map((row, i) => ({ ...row, position: i + 1 }))
  await rowsOf(db, sql.ADD_CASES, { projectId, assignmentId: id, rows: JSON.stringify(numbered) })
  const subject = { id, name: `${wanted.name}, ${deliveryName(placeOf(place))}` }
  await record(db, { actor: by, projectId, kind: 'assignment.made', subject, also: [`run:${target.runId}`] })
  const first = rows[0]?.accountId ?? null
  for (const accountId of people.filter((one) => one !== by.accountId))
    await addEvent(db, {
      projectId,
      kind: 'assigned',
      key: `assigned:${id}:${accountId}`,
      accountId,
      title: `To do by hand: ${wanted.name}`,
      text: letterText(
        rows.filter((row) => row.accountId === accountId || row.accountId === null).length,
        wanted,
        place,
        first === accountId,
      ),
      path: `mine?assignment=${id}`,
    })
  return id
}

function letterText(cases: number, { dueAt, inOrder }: NewAssignment, place: PlaceDto, isFirst: boolean): string {
  const where = `${place.environment}${place.profile ? `, ${place.profile}` : ''}, build ${place.build}`
  return [
    `${cases === 1 ? '1 case' : `${cases} cases`} in ${where}.`,
    dueAt && `Due by ${dueAt.toISOString().slice(0, 16).replace('T', ' ')} UTC.`,
    inOrder && !isFirst && 'They come in order: you are told when it is your turn.',
  ]
    .filter(Boolean)
    .join('\n')
}
