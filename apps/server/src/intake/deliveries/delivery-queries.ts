/** How many files of a delivery came to what. */
const FILE_COUNTS = `
  select count(*) filter (where f.status = 'stored')::int as stored, count(*) filter (where f.status = 'already')::int as already,
    count(*) filter (where f.status = 'refused')::int as refused, count(*) filter (where f.status = 'passedOver')::int as "passedOver",
    count(*) filter (where f.status = 'attached')::int as attached, coalesce(sum(f.results), 0)::int as results,
    coalesce((jsonb_agg(jsonb_build_object('name', f.name, 'error', f.error ->> 'message') order by f.id) filter (where f.status = 'refused')), '[]') as refusals
  from result_file f where f.delivery_id = d.id`

/** The newest deliveries, each with what its files came to. */
export const DELIVERIES = `
with newest as (select * from delivery where project_id = $projectId and source <> 'manual' order by at desc limit 100)
select d.id, d.at, coalesce(a.name, 'Bobbin') as by, d.source, d.run_id as "runId", coalesce(b.name, d.target ->> 'build') as build, d.undone_at is not null as undone,
  case d.state when 'taken' then 'read' else d.state end as state,
  case when l.id is null then null else jsonb_build_object('id', l.id, 'pipeline', p.name, 'branch', l.branch, 'environment', e.name) end as lane,
  jsonb_build_object('stored', c.stored, 'already', c.already, 'refused', c.refused, 'passedOver', c."passedOver", 'attached', c.attached) as files,
  c.results, jsonb_path_query_array(c.refusals, '$[0 to 2]') as refused,
  (select count(*)::int from fault t join result_file f on f.id = t.file_id where t.run_id = d.run_id and f.delivery_id = d.id) as faults
from newest d left join account a on a.id = d.account_id cross join lateral (${FILE_COUNTS}) c
left join run r on r.id = d.run_id left join build b on b.id = r.build_id left join lane l on l.id = r.lane_id
left join pipeline p on p.id = l.pipeline_id left join environment e on e.id = l.environment_id
order by d.at desc`

export const DELIVERY = `
select d.id, d.at, case d.state when 'taken' then 'read' else d.state end as state, d.problem,
  (select count(*)::int from waiting_file w where w.delivery_id = d.id) as waiting, coalesce(a.name, 'Bobbin') as by, d.source, d.target, d.run_id as "runId", d.made, d.notes, d.new_scripts as "newScripts",
  d.undone_at as "undoneAt", u.name as "undoneBy", (select count(*)::int from result_file f where f.delivery_id = d.id) as "fileCount"
from delivery d left join account a on a.id = d.account_id left join account u on u.id = d.undone_by
where d.id = $id and d.project_id = $projectId`

/** Files of a delivery, what needs somebody first. */
export const DELIVERY_FILES = `
select f.id, f.name, case when f.status = 'stored' and f.run_id is null then 'undone' else f.status end as status, f.format, f.framework, f.bytes::float8 as bytes, f.totals, f.warnings, f.unknown_keys as "unknownKeys", f.error,
  f.original is not null as original, f.read_at as "readAt",
  coalesce((
    select jsonb_agg(jsonb_build_object('code', t.code, 'subject', t.subject, 'message', t.message, 'stack', t.stack,
      'place', jsonb_build_object('line', t.line, 'column', t.col)) order by t.id)
    from (select * from fault t where t.run_id = f.run_id and t.file_id = f.id order by t.id limit 100) t
  ), '[]') as faults,
  (select jsonb_build_object('files', count(*), 'linesCovered', sum(c.lines_covered), 'linesTotal', sum(c.lines_total),
     'branchesCovered', sum(c.branches_covered), 'branchesTotal', sum(c.branches_total))
   from coverage c where c.file_id = f.id having count(*) > 0) as coverage
from result_file f where f.delivery_id = $id and ($fileId::int is null or f.id = $fileId)
order by f.status <> 'refused', not (f.status = 'stored' and f.run_id is null), not exists (select 1 from fault t where t.run_id = f.run_id and t.file_id = f.id),
  f.unknown_keys = '[]' and f.warnings = '[]', f.status <> 'stored', f.id
limit 1000`

const DECIDED_SCRIPTS = `script s where s.triage is not null and s.first_file_id in (select id from result_file where delivery_id = $id)`

/** How many tests came with a delivery that no case claims, by what was decided. */
export const DECIDED = `
select count(*) filter (where triage = 'make')::int as make, count(*) filter (where triage = 'aside')::int as aside,
  count(*) filter (where triage = 'ask')::int as ask
from ${DECIDED_SCRIPTS}`

/** Those tests; what waits for a person first. */
export const DECISIONS = `
select s.id as "scriptId", s.name, coalesce(s.file, s.classname, s.suites[1]) as place, s.triage as decision,
  array(select $prefix || '-' || c.number from link l join test_case c on c.id = l.case_id and c.deleted_at is null
    where l.script_id = s.id and l.state = 'active' order by c.number) as cases
from ${DECIDED_SCRIPTS} order by s.triage <> 'ask', s.triage, coalesce(s.file, s.classname, ''), s.id limit 200`
