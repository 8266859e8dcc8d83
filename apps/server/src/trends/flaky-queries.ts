import { SCRIPT_REF } from '../scripts/index.js'

/** The runs in which some tests did not pass last, and what environments are called. Binds: runIds. */
export const FLAKY_RUNS = `
select r.id, r.total, b.name as build, r.started_at as at from run r join build b on b.id = r.build_id where r.id = any($runIds::int[])`

export const ENVIRONMENT_NAMES = 'select id, name from environment where project_id = $projectId'

/** What some tests are called now, what is done about them, and the cause of their last failure. Binds: projectId, prefix, scriptIds, runIds. */
export const FLAKY_NOW = `
select ${SCRIPT_REF}, exists (select 1 from quarantine q where q.script_id = s.id and q.ended_at is null) as quarantined,
  coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link k join test_case c on c.id = k.case_id and c.deleted_at is null
    where k.script_id = s.id and k.state = 'active'), '{}') as cases,
  (select c.group_id from result x join signature_cause c on c.signature_id = x.signature_id
    where x.run_id = r.id and x.day = r.day and x.script_id = s.id limit 1) as "groupId"
from unnest($scriptIds::int[], $runIds::int[]) u (script_id, run_id) join script s on s.id = u.script_id and s.project_id = $projectId join run r on r.id = u.run_id`
