import type { SubjectKind } from '@bobbin/core'

/** How the rows of a kind of subject are found and named; aliases: \`t\` the row, \`p\` its project. */
interface SubjectRows {
  table: string
  id: string
  name: string
}

const CASE_NAME = `p.key_prefix || '-' || t.number || ' ' || t.title`

/** What people edit row by row; a subject that is not here is named by who records the act. */
export const SUBJECT_ROWS = {
  area: { table: 'area', id: 'id', name: 't.name' },
  case: { table: 'test_case', id: 'id', name: CASE_NAME },
  invitation: { table: 'invitation', id: 'id', name: 't.email' },
  link: {
    table: 'link',
    id: 'id',
    name: `(select s.name from script s where s.id = t.script_id) || ' → ' || (select p.key_prefix || '-' || c.number from test_case c where c.id = t.case_id)`,
  },
  member: { table: 'membership', id: 'account_id', name: '(select a.name from account a where a.id = t.account_id)' },
  project: { table: 'project', id: 'id', name: 't.name' },
  role: { table: 'role', id: 'id', name: 't.name' },
  run: {
    table: '(select id, project_id, keep, stop_asked_at, build_id, lane_id from run)',
    id: 'id',
    name: `(select 'build ' || b.name || ' of ' || l.name from build b join pipeline l on l.id = b.pipeline_id where b.id = t.build_id)`,
  },
  script: { table: '(select id, project_id, name, triage from script)', id: 'id', name: 't.name' },
  source: {
    table: '(select id, project_id, name, kind, address, pipeline, branch, environment, build, every_s, paused from source)',
    id: 'id',
    name: 't.name',
  },
  team: {
    table: `(select id, project_id, name, role,
      array(select account_id from team_member m where m.team_id = team.id order by 1) as members,
      array(select area_id from team_area a where a.team_id = team.id order by 1) as areas, folders from team)`,
    id: 'id',
    name: 't.name',
  },
  token: { table: 'api_token', id: 'id', name: 't.name' },
  view: { table: 'saved_view', id: 'id', name: 't.name' },
} as const satisfies Partial<Record<SubjectKind, SubjectRows>>

export type RowSubject = keyof typeof SUBJECT_ROWS
