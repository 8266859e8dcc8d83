import { type RowSubject, SUBJECT_ROWS } from '../platform/acts/index.js'

/** How what an act did to one kind of subject is taken back. */
interface Undoing {
  table: string
  /** Columns that become something else than what stood there before, over \`t\`, the row, and \`was\`, what it was. */
  instead?: Record<string, string>
  /** The statement that takes away what the act made, over the CTE \`made\` with id and after. */
  unmake?: string
  /** How a row that the act deleted comes back under its id. */
  remake?: Remaking
}

interface Remaking {
  /** Columns by the expressions for them, over `was`, what the row was. */
  columns: Record<string, string>
  /** Statements for what hung on it, over the CTE `gone` with id and before; what these name and is gone, too, is left out. */
  also: string[]
}

/** Columns that come back as they were. */
const asWas = (...columns: string[]): Record<string, string> => Object.fromEntries(columns.map((column) => [column, `was.${column}`]))

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
    remake: {
      columns: asWas('folder', 'name', 'note', 'filter', 'template'),
      also: [
        `insert into suite_case (suite_id, case_id, position) select g.id, c.id, x.position from gone g
         cross join jsonb_array_elements_text(g.before -> 'cases') with ordinality as x (case_id, position) join test_case c on c.id = x.case_id::int`,
      ],
    },
  },
  // its times begin anew when somebody resumes it
  plan: {
    table: 'plan',
    remake: {
      columns: {
        ...asWas('name', 'pipeline', 'branch', 'newest_build', 'retries', 'retry_unless', 'split', 'shards', 'overlap', 'missed'),
        release_id: '(select r.id from release r where r.id = was.release_id)',
        paused: 'true',
      },
      also: [
        `insert into plan_suite (plan_id, suite_id, position, parameters) select g.id, s.id, x.position, x.parameters from gone g
         cross join jsonb_populate_recordset(null::plan_suite, coalesce(g.before -> 'suites', '[]')) x join suite s on s.id = x.suite_id`,
        `insert into plan_cell (plan_id, environment_id, profile, owner_id, pool_id, handoff_id, release_id, parameters, by_hand, people, in_order, due_days)
         select g.id, e.id, x.profile, (select a.id from account a where a.id = x.owner_id), (select p.id from pool p where p.id = x.pool_id),
           (select h.id from handoff h where h.id = x.handoff_id), (select r.id from release r where r.id = x.release_id), x.parameters, x.by_hand, x.people, x.in_order, x.due_days
         from gone g cross join jsonb_populate_recordset(null::plan_cell, coalesce(g.before -> 'cells', '[]')) x join environment e on e.id = x.environment_id`,
        `insert into plan_time (plan_id, kind, at, rule, starts, zone, pipeline, branch, after_plan_id)
         select g.id, x.kind, x.at, x.rule, x.starts, x.zone, x.pipeline, x.branch, x.after_plan_id from gone g
         cross join jsonb_populate_recordset(null::plan_time, coalesce(g.before -> 'times', '[]')) x
         where x.after_plan_id is null or exists (select 1 from plan p where p.id = x.after_plan_id)`,
      ],
    },
  },
  requirement: {
    table: 'requirement',
    remake: {
      columns: asWas('key', 'name', 'note', 'address'),
      also: [
        `insert into requirement_case (requirement_id, case_id) select g.id, c.id from gone g
         cross join jsonb_array_elements_text(g.before -> 'cases') as x (case_id) join test_case c on c.id = x.case_id::int`,
      ],
    },
  },
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
 * @param columns fields that the act changed
 */
export function revert(kind: RowSubject, { table, instead = {} }: Undoing, columns: readonly string[]): string {
  const sets = columns.map(
    (column) => `${column} = case when w.before ? '${column}' then ${instead[column] ?? `was.${column}`} else t.${column} end`,
  )
  return `
with wanted as (
  select (x ->> 'id')::int as id, x -> 'before' as before, x -> 'after' as after from jsonb_array_elements($changes::jsonb) x
), held as (
  select t.*, to_jsonb(t) as held from ${table} t join wanted w on w.id = t.id where ${inProject(kind)} order by t.id for update of t
), reverted as (
  update ${table} t set ${sets.join(', ')}
  from wanted w join held h on h.id = w.id, jsonb_populate_record(null::${table}, w.before) was
  where t.id = w.id and not exists (select 1 from jsonb_each(w.after) e where h.held -> e.key is distinct from e.value)
  returning act_change('${kind}', t.id, ${nameOf(kind)}, h.held, to_jsonb(t)) as change
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
export function remake(kind: RowSubject, table: string, { columns, also }: Remaking): string {
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
