import { OUTCOME_RANKS } from '@bobbin/core'
import { SEEN_RUNS } from '../runs/index.js'

/** Rows of the list, R-9 before R-10: all, or those that one case verifies. Binds: projectId, caseNumber, most, offset. */
export const REQUIREMENT_ROWS = `
select q.id, q.key, q.name, q.note, q.address,
  exists (select 1 from requirement_case x join test_case c on c.id = x.case_id and c.deleted_at is null where x.requirement_id = q.id and c.worded_at < q.changed_at) as changed,
  count(*) over ()::int as full
from requirement q where q.project_id = $projectId and ($caseNumber::int is null or exists (
  select 1 from requirement_case o join test_case t on t.id = o.case_id where o.requirement_id = q.id and t.number = $caseNumber))
order by regexp_replace(q.key, '[0-9]{1,9}$', ''), substring(q.key from '[0-9]{1,9}$')::int nulls first, q.key limit $most offset $offset`

/** Cases that are tied to requirements, with their scripts. Binds: ids, prefix. */
export const TIED_CASES = `
select x.requirement_id as "requirementId", c.id as "caseId", $prefix || '-' || c.number as key, c.title, c.state, coalesce((
    select jsonb_agg(jsonb_build_object('id', s.id, 'name', s.name, 'file', s.file) order by s.id) from link l join script s on s.id = l.script_id
    where l.case_id = c.id and l.state = 'active' and not l.by_hand and s.head_id is null
  ), '[]') as scripts
from requirement q join requirement_case x on x.requirement_id = q.id join test_case c on c.id = x.case_id and c.deleted_at is null
where q.id = any($ids::int[]) order by c.number`

/** Worst results of tied cases in the newest run of each lane, by environment; and the newest run in which a case was done by hand. */
export const TIED_OUTCOMES = `
with ${SEEN_RUNS}, newest as (
  select distinct on (lane_id) * from runs order by lane_id, sort_key desc
), tied as (
  select distinct l.case_id, l.script_id, l.by_hand from requirement q join requirement_case x on x.requirement_id = q.id
  join link l on l.case_id = x.case_id and l.state = 'active' where q.id = any($ids::int[])
)
select t.case_id as "caseId", n.environment, max((array[${OUTCOME_RANKS.slice(1).join(', ')}])[x.outcome]) as rank,
  (array_agg(jsonb_build_object('runId', n.id, 'build', n.build) order by n.started_at desc) filter (where t.by_hand))[1] as "byHand"
from newest n join result x on x.run_id = n.id and x.day = n.day join tied t on t.script_id = x.script_id
group by t.case_id, n.environment`

export const SEEN_ENVIRONMENTS = `with ${SEEN_RUNS} select distinct environment as name from runs order by environment`

/** Ties and unties; numbers of no case are passed over. Binds: id, projectId, add, remove (case numbers). */
export const TIE = `
with wanted as (
  select c.id from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = any($add::int[])
), gone as (
  delete from requirement_case x using test_case c where x.requirement_id = $id and c.id = x.case_id and c.number = any($remove::int[])
)
insert into requirement_case (requirement_id, case_id) select $id, id from wanted on conflict do nothing`

/** The lowest number from which no key R-… is taken. Binds: projectId. */
export const NEXT_KEY = `
select 'R-' || coalesce(max(substring(key from '^R-([0-9]{1,9})$')::int), 0) + 1 as key from requirement where project_id = $projectId`

/** Binds: projectId, and keys, names, addresses of the same length. */
export const IMPORT = `
insert into requirement as q (project_id, key, name, address)
select $projectId, n.key, n.name, n.address from unnest($keys::text[], $names::text[], $addresses::text[]) n (key, name, address)
on conflict (project_id, key) do update set name = excluded.name, address = coalesce(excluded.address, q.address),
  changed_at = case when q.name is distinct from excluded.name then now() else q.changed_at end
  where q.name is distinct from excluded.name or (excluded.address is not null and q.address is distinct from excluded.address)
returning id, xmax = 0 as made`
