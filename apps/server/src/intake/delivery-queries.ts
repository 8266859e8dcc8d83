/** The newest deliveries, each with the files it stored and those it did not. */
export const DELIVERIES = `
with newest as (select * from delivery where project_id = $projectId order by at desc limit 100)
select d.id, d.at, a.name as by, d.source, d.run_id as "runId", b.name as build,
  case when l.id is null then null else jsonb_build_object('id', l.id, 'pipeline', p.name, 'branch', l.branch, 'environment', e.name) end as lane,
  coalesce((
    select jsonb_agg(jsonb_build_object('name', f.name, 'status', 'stored', 'results', f.results, 'error', null,
      'faults', (select count(*) from fault t where t.file_id = f.id), 'warnings', jsonb_array_length(f.warnings)) order by f.id)
    from result_file f where f.delivery_id = d.id
  ), '[]') || coalesce((
    select jsonb_agg(x || jsonb_build_object('results', 0, 'faults', 0, 'warnings', 0)) from jsonb_array_elements(d.refused) x
  ), '[]') as files
from newest d join account a on a.id = d.account_id
left join run r on r.id = d.run_id left join build b on b.id = r.build_id left join lane l on l.id = r.lane_id
left join pipeline p on p.id = l.pipeline_id left join environment e on e.id = l.environment_id
order by d.at desc`
