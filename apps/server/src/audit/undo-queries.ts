import { type RowSubject, SUBJECT_ROWS } from '../platform/acts/index.js'

/** How what an act did to one kind of subject is taken back. */
interface Undoing {
  table: string
  /** Columns that become something else than what stood there before, over \`t\`, the row, and \`was\`, what it was. */
  instead?: Record<string, string>
  /** The statement that takes away what the act made, over the CTE \`made\` with id and after. */
  unmake?: string
  /** How a row that the act deleted comes back under its id: its columns by the expressions for them, over `was`, what the row was. */
  remake?: Record<string, string>
  /** What hangs on the row, by the names under which acts tell it. */
  parts?: Record<string, Part>
}

/** Rows that hang on another one, and come back with what it was. */
interface Part {
  table: string
  /** The column that names the row they hang on. */
  of: string
  /** The statement that makes them, over the CTE `gone` with id and before; what it names and is gone is left out. */
  fill: string
}

/** Columns that come back as they were. */
const asWas = (...columns: string[]): Record<string, string> => Object.fromEntries(columns.map((column) => [column, `was.${column}`]))

const RELEASE = '(select r.id from release r where r.id = was.release_id)'

/** In this order: what cases stand in comes back before them. */
export const UNDOING: Partial<Record<RowSubject, Undoing>> = {
  area: {
    table: 'area',
    unmake: `update area t set deleted_at = now() from made m where t.id = m.id and t.deleted_at is null
      and not exists (select 1 from area b where b.parent_id = t.id and b.deleted_at is null)
      and not exists (select 1 from test_case c where c.area_id = t.id and c.deleted_at is null)`,
  },
  case: {
    table: 'test_case',
    instead: {
      area_id: '(select a.id from area a where a.id = was.area_id and a.deleted_at is null)',
      version: 't.version + 1',
    },
    unmake: `update test_case t set deleted_at = now(), version = t.version + 1 from made m
      where t.id = m.id and t.version = (m.after ->> 'version')::int and t.deleted_at is null`,
  },
  suite: {
    table: 'suite',
    remake: asWas('folder', 'name', 'note', 'filter', 'template'),
    parts: {
      cases: {
        table: 'suite_case',
        of: 'suite_id',
        fill: `insert into suite_case (suite_id, case_id, position) select g.id, c.id, x.position from gone g
          cross join jsonb_array_elements_text(g.before -> 'cases') with ordinality as x (case_id, position) join test_case c on c.id = x.case_id::int`,
      },
    },
  },
  plan: {
    table: 'plan',
    instead: { release_id: RELEASE },
    remake: {
      ...asWas('name', 'pipeline', 'branch', 'newest_build', 'retries', 'retry_unless', 'split', 'shards', 'overlap', 'missed'),
      release_id: RELEASE,
      // it starts nothing until somebody resumes it
      paused: 'true',
    },
    parts: {
      suites: {
        table: 'plan_suite',
        of: 'plan_id',
        fill: `insert into plan_suite (plan_id, suite_id, position, parameters) select g.id, s.id, x.position, x.parameters from gone g
          cross join jsonb_populate_recordset(null::plan_suite, coalesce(nullif(g.before -> 'suites', 'null'), '[]')) x join suite s on s.id = x.suite_id`,
      },
      cells: {
        table: 'plan_cell',
        of: 'plan_id',
        fill: `insert into plan_cell (plan_id, environment_id, profile, owner_id, pool_id, handoff_id, release_id, parameters, by_hand, people, in_order, due_days)
          select g.id, e.id, x.profile, (select a.id from account a where a.id = x.owner_id), (select p.id from pool p where p.id = x.pool_id),
            (select h.id from handoff h where h.id = x.handoff_id), (select r.id from release r where r.id = x.release_id), x.parameters, x.by_hand, x.people, x.in_order, x.due_days
          from gone g cross join jsonb_populate_recordset(null::plan_cell, coalesce(nullif(g.before -> 'cells', 'null'), '[]')) x join environment e on e.id = x.environment_id`,
      },
      times: {
        table: 'plan_time',
        of: 'plan_id',
        // what follows builds or another plan follows those from now on; when the others are due next is found by who watches them
        fill: `insert into plan_time (plan_id, kind, at, rule, starts, zone, pipeline, branch, after_plan_id, unset, seen_id)
          select g.id, x.kind, x.at, x.rule, x.starts, x.zone, x.pipeline, x.branch, x.after_plan_id, x.kind in ('once', 'rule'),
            case x.kind when 'build' then (select max(b.id) from build b) when 'plan' then (select max(s.id) from start s) end
          from gone g
          cross join jsonb_populate_recordset(null::plan_time, coalesce(nullif(g.before -> 'times', 'null'), '[]')) x
          where x.after_plan_id is null or exists (select 1 from plan p where p.id = x.after_plan_id)`,
      },
    },
  },
  requirement: {
    table: 'requirement',
    remake: asWas('key', 'name', 'note', 'address'),
    parts: {
      cases: {
        table: 'requirement_case',
        of: 'requirement_id',
        fill: `insert into requirement_case (requirement_id, case_id) select g.id, c.id from gone g
          cross join jsonb_array_elements_text(g.before -> 'cases') as x (case_id) join test_case c on c.id = x.case_id::int`,
      },
    },
  },
  // secrets are no part of what an act tells, and stay as they are
  environment: { table: 'environment' },
  recipe: {
    table: 'recipe',
    remake: asWas('name', 'framework', 'tree', 'source', 'ref', 'folder', 'prepare', 'command', 'clean_up', 'results', 'labels', 'whole_files', 'limit_minutes'), // prettier-ignore
  },
  release: { table: 'release' },
  pool: { table: 'pool' },
  link: { table: 'link', unmake: 'delete from link t using made m where t.id = m.id' },
  script: { table: 'script' },
  run: { table: 'run' },
  source: { table: 'source' },
  project: { table: 'project' },
  failure: { table: 'failure_group', unmake: 'delete from failure_group t using made m where t.id = m.id' },
  mute: { table: 'mute', unmake: 'delete from mute t using made m where t.id = m.id' },
  quarantine: { table: 'quarantine', unmake: 'delete from quarantine t using made m where t.id = m.id' },
}

const inProject = (kind: RowSubject) => (kind === 'project' ? 't.id = $projectId' : 't.project_id = $projectId')

const nameOf = (kind: RowSubject) =>
  `(select ${SUBJECT_ROWS[kind].name} from project p where ${kind === 'project' ? 'p.id = t.id' : 'p.id = t.project_id'})`

/**
 * Makes rows what they were before an act, where they still are what the act made of them.
 * @param fields fields that the act changed; those that are rows of their own are left to `refill`
 */
export function revert(kind: RowSubject, { table, instead = {}, parts = {} }: Undoing, fields: readonly string[]): string {
  const columns = fields.filter((field) => !(field in parts))
  const sets = columns.map(
    (column) => `${column} = case when w.before ? '${column}' then ${instead[column] ?? `was.${column}`} else t.${column} end`,
  )
  // one of which only parts were changed is held all the same, and told
  if (sets.length === 0) sets.push('name = t.name')
  const hasParts = Object.keys(parts).length > 0
  const seen = hasParts ? `(select to_jsonb(v) from ${SUBJECT_ROWS[kind].table} v where v.id = t.id)` : 'to_jsonb(t)'
  const became = hasParts ? 'h.held || w.before' : 'to_jsonb(t)'
  return `
with wanted as (
  select (x ->> 'id')::int as id, x -> 'before' as before, x -> 'after' as after from jsonb_array_elements($changes::jsonb) x
), held as (
  select t.id, ${seen} as held from ${table} t join wanted w on w.id = t.id where ${inProject(kind)} order by t.id for update of t
), reverted as (
  update ${table} t set ${sets.join(', ')}
  from wanted w join held h on h.id = w.id, jsonb_populate_record(null::${table}, w.before) was
  where t.id = w.id and not exists (select 1 from jsonb_each(w.after) e where h.held -> e.key is distinct from e.value)
  returning act_change('${kind}', t.id, ${nameOf(kind)}, h.held, ${became}) as change
)
select change from reverted`
}

/** Takes away what an act made, where nobody did anything with it since. */
export const unmake = (kind: RowSubject, statement: string): string => `
with made as (
  select (x ->> 'id')::int as id, x -> 'after' as after from jsonb_array_elements($changes::jsonb) x
  where exists (select 1 from ${UNDOING[kind]?.table ?? ''} t where t.id = (x ->> 'id')::int and ${inProject(kind)})
), held as (
  select t.id, to_jsonb(t) as held, ${nameOf(kind)} as name from ${UNDOING[kind]?.table ?? ''} t join made m on m.id = t.id
), gone as (
  ${statement} returning t.id, to_jsonb(t) as became
)
select act_change('${kind}', g.id, h.name, h.held, ${statement.startsWith('delete') ? 'null' : 'g.became'}) as change from gone g join held h on h.id = g.id`

/** Brings back what an act deleted, with what hung on it. */
export function remake(kind: RowSubject, table: string, columns: Record<string, string>, parts: Record<string, Part> = {}): string {
  const also = Object.values(parts).map(({ fill }) => fill)
  return `
with gone as (
  select (x ->> 'id')::int as id, x -> 'before' as before from jsonb_array_elements($changes::jsonb) x
  where not exists (select 1 from ${table} t where t.id = (x ->> 'id')::int)
), t as (
  insert into ${table} (id, project_id, ${Object.keys(columns).join(', ')}) overriding system value
  select g.id, $projectId::int, ${Object.values(columns).join(', ')} from gone g, jsonb_populate_record(null::${table}, g.before) was returning *
)${also.map((statement, i) => `, also_${i} as (${statement})`).join('')}
select act_change('${kind}', t.id, ${nameOf(kind)}, null, to_jsonb(t)) as change from t`
}

/** Empties and fills a part of rows that became again what they were: two statements. */
export const refill = ({ table, of, fill }: Part): string[] => {
  const gone = `with gone as (select (x ->> 'id')::int as id, x -> 'before' as before from jsonb_array_elements($changes::jsonb) x)`
  return [`${gone} delete from ${table} x using gone g where x.${of} = g.id`, `${gone} ${fill}`]
}
