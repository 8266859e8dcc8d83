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
  agent: { table: '(select id, project_id, name, pool_id, labels, profiles, paused from agent)', id: 'id', name: 't.name' },
  area: { table: 'area', id: 'id', name: 't.name' },
  case: { table: 'test_case', id: 'id', name: CASE_NAME },
  environment: {
    table:
      '(select id, project_id, name, protected, address, attributes, variables, profiles, run_as, maintenance, probe_url, probe_status, probe_text, opened_until, opened_by, opened_reason, schedules from environment)',
    id: 'id',
    name: 't.name',
  },
  failure: {
    table:
      '(select id, project_id, title, merged_into_id, cause, assignee_id, team_id, defect_id, fail_while_open, resolved_at, resolved_note, resolved_by_itself from failure_group)',
    id: 'id',
    name: 't.title',
  },
  handoff: { table: '(select id, project_id, name, url, template from handoff)', id: 'id', name: 't.name' },
  invitation: { table: 'invitation', id: 'id', name: 't.email' },
  link: {
    table: 'link',
    id: 'id',
    name: `(select s.name from script s where s.id = t.script_id) || ' → ' || (select p.key_prefix || '-' || c.number from test_case c where c.id = t.case_id)`,
  },
  member: { table: 'membership', id: 'account_id', name: '(select a.name from account a where a.id = t.account_id)' },
  mute: {
    table: 'mute',
    id: 'id',
    name: `coalesce((select g.title from failure_group g where g.id = t.group_id), (select s.name from script s where s.id = t.script_id), (select e.name from environment e where e.id = t.environment_id), '')`,
  },
  notificationRule: {
    table:
      '(select id, project_id, account_id, name, events, channel, address, template, digest_at, quiet_from, quiet_to, zone, paused from notification_rule)',
    id: 'id',
    name: 't.name',
  },
  plan: {
    table: `(select id, project_id, name, pipeline, branch, newest_build, retries, retry_unless, split, shards, overlap, missed, release_id, paused,
      (select jsonb_agg(to_jsonb(x) - 'plan_id' order by x.position) from plan_suite x where x.plan_id = plan.id) as suites,
      (select jsonb_agg(to_jsonb(x) - 'plan_id' - 'id' order by x.id) from plan_cell x where x.plan_id = plan.id) as cells,
      (select jsonb_agg(to_jsonb(x) - 'plan_id' - 'id' - 'next_at' - 'seen_id' - 'unset' order by x.id) from plan_time x where x.plan_id = plan.id) as times from plan)`,
    id: 'id',
    name: 't.name',
  },
  // the key of its link is a secret
  board: {
    table: '(select id, project_id, name, account_id, shared, lens, tiles, wall_key is not null as on_walls from board)',
    id: 'id',
    name: 't.name',
  },
  pool: { table: 'pool', id: 'id', name: 't.name' },
  profile: { table: 'profile', id: 'id', name: 't.name' },
  project: { table: 'project', id: 'id', name: 't.name' },
  quarantine: { table: 'quarantine', id: 'id', name: '(select s.name from script s where s.id = t.script_id)' },
  recipe: { table: 'recipe', id: 'id', name: 't.name' },
  release: { table: 'release', id: 'id', name: 't.name' },
  requirement: {
    table: `(select id, project_id, key, name, note, address,
      array(select x.case_id from requirement_case x where x.requirement_id = requirement.id order by 1) as cases from requirement)`,
    id: 'id',
    name: `t.key || ' ' || t.name`,
  },
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
  suite: {
    table: `(select id, project_id, folder, name, note, filter, template, snapshot_at,
      array(select x.case_id from suite_case x where x.suite_id = suite.id order by x.position) as cases from suite)`,
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
