export const AGENT_ROWS = `
select a.id, a.name, a.pool_id as "poolId", a.labels, a.profiles, a.cores, a.version, a.host, a.paused, a.heard_at as "heardAt", a.away_at as "awayAt",
  coalesce((select jsonb_agg(jsonb_build_object('id', p.id, 'name', s.name, 'runId', p.run_id) order by p.id) from part p join start s on s.id = p.start_id
    where p.agent_id = a.id and p.state = 'running'), '[]') as parts
from agent a where a.project_id = $projectId order by a.away_at is not null, a.name`

export const POOL_ROWS = `
select p.id, p.name, p.cost_per_minute::float8 as "costPerMinute", p.at_once as "atOnce", p.closed, p.start_url is not null as elastic, p.start_url as "startUrl", p.stop_url as "stopUrl", p.most,
  p.idle_minutes as "idleMinutes", p.confirmed_by is not null as confirmed, (select count(*)::int from agent a where a.pool_id = p.id and a.away_at is null) as agents
from pool p where p.project_id = $projectId order by p.name`

export const RECIPE_ROWS = `
select r.id, r.name, r.framework, r.tree, r.source, r.ref, r.folder, r.prepare, r.command, r.clean_up as "cleanUp", r.results, r.labels, r.whole_files as "wholeFiles",
  r.limit_minutes as "limitMinutes", r.parameters,
  (select count(*)::int from script_source x join source_tree t on t.id = x.tree_id where x.project_id = r.project_id and x.gone_at is null
    and x.framework = r.framework and (r.tree is null or t.name = r.tree)) as scripts
from recipe r where r.project_id = $projectId order by r.name`

/** Scripts in code that no recipe runs. */
export const WITHOUT_RECIPE = `
select x.framework, t.name as tree, count(*)::int as scripts from script_source x join source_tree t on t.id = x.tree_id
where x.project_id = $projectId and x.gone_at is null
  and not exists (select 1 from recipe r where r.project_id = x.project_id and r.framework = x.framework and (r.tree is null or r.tree = t.name))
group by 1, 2 order by 3 desc`

/** An agent that comes back keeps what it is; another one with its name is refused, unless that one is away. */
export const REGISTER = `
insert into agent (project_id, name, key, labels, profiles, cores, version, host, pool_id, token_id)
values ($projectId, $name, $key, $labels::text[], $profiles::text[], $cores, $version, $host, $poolId, $tokenId)
on conflict (project_id, name) do update set key = excluded.key, labels = excluded.labels, profiles = excluded.profiles, cores = excluded.cores,
  version = excluded.version, host = excluded.host, pool_id = coalesce(excluded.pool_id, agent.pool_id), token_id = excluded.token_id, heard_at = now(), away_at = null
  where agent.key = excluded.key or agent.away_at is not null
returning id, xmax = 0 as fresh`
