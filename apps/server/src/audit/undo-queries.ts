import { type RowSubject, SUBJECT_ROWS } from '../platform/acts/index.js'

/** How what an act did to one kind of subject is taken back. */
interface Undoing {
  table: string
  /** Columns that become something else than what stood there before, over \`t\`, the row, and \`was\`, what it was. */
  instead?: Record<string, string>
  /** The statement that takes away what the act made, over the CTE \`made\` with id and after. */
  unmake?: string
}

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
