import type { CommentKind } from '@bobbin/core'
import { type Queryable, rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'

/** What can be commented on: how it is found in a project and called, and where it stands below it. */
interface Subject {
  /** Answers \`name\` and, where the address needs it, \`key\`; binds projectId, prefix, id and part. */
  find: string
  path: (id: number, part: number, key: string) => string
}

const RUN = `select 'build ' || b.name || ' of ' || p.name as name, '' as key from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id
  where r.id = $id and r.project_id = $projectId and $part::int is not null and $prefix <> ''`

const SUBJECTS: Record<CommentKind, Subject> = {
  failure: {
    find: `select title as name, '' as key from failure_group where id = $id and project_id = $projectId and $part::int is not null and $prefix <> ''`,
    path: (id) => `failures?cause=${id}`,
  },
  run: { find: RUN, path: (id) => `runs/${id}` },
  // of a test that is gone from a run, too
  result: {
    find: `select s.name, '' as key from run r join script s on s.id = $part and s.project_id = r.project_id
      where r.id = $id and r.project_id = $projectId and $prefix <> ''`,
    path: (id, part) => `runs/${id}?script=${part}`,
  },
  case: {
    find: `select $prefix || '-' || number || ' ' || title as name, $prefix || '-' || number as key from test_case where id = $id and project_id = $projectId and $part::int is not null`,
    path: (_, __, key) => `cases?case=${key}`,
  },
  step: {
    find: `select $prefix || '-' || number || ', step ' || ($part::int + 1) as name, $prefix || '-' || number as key from test_case
      where id = $id and project_id = $projectId and $part < jsonb_array_length(steps)`,
    path: (_, __, key) => `cases?case=${key}`,
  },
  suite: {
    find: `select name, '' as key from suite where id = $id and project_id = $projectId and $part::int is not null and $prefix <> ''`,
    path: (id) => `suites?suite=${id}`,
  },
  plan: {
    find: `select name, '' as key from plan where id = $id and project_id = $projectId and $part::int is not null and $prefix <> ''`,
    path: (id) => `plans?plan=${id}`,
  },
}

export interface FoundSubject {
  name: string
  path: string
  id: number
}

/** @throws Problem notFound where there is no such thing in the project */
export async function subjectOf(
  db: Queryable,
  project: { id: number; keyPrefix: string },
  kind: CommentKind,
  subject: string,
): Promise<FoundSubject> {
  const [id = 0, part = 0] = subject.split(':').map(Number)
  const [found] = await rowsOf<{ name: string; key: string }>(db, SUBJECTS[kind].find, {
    projectId: project.id,
    prefix: project.keyPrefix,
    id,
    part,
  })
  if (!found) throw notFound(kind, subject)
  return { name: found.name, path: SUBJECTS[kind].path(id, part, found.key), id }
}
