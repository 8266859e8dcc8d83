import { LATEST_OF_BUILD } from '../runs/index.js'
import { SCRIPT_REF } from '../scripts/index.js'

/** What is known of builds beside their runs. Binds: projectId, buildIds. */
export const BUILD_FACTS = `
select b.id, cardinality(b.changed_files) as "changedFiles", (
  select count(distinct c.group_id)::int from run r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
  join signature_cause c on c.signature_id = x.signature_id where r.build_id = b.id
) as causes
from build b where b.project_id = $projectId and b.id = any($buildIds::int[])`

/** Binds: projectId, id. */
export const BUILD_ROW = `select id, name as build, changed_files as "changedFiles" from build where project_id = $projectId and id = $id`

/** Causes of a build over all its runs. Binds: id. */
export const BUILD_CAUSES = `
select g.id, g.title, g.cause, g.resolved_at is not null as resolved, s.tests from (
  select c.group_id, count(distinct x.script_id)::int as tests from run r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
  join signature_cause c on c.signature_id = x.signature_id where r.build_id = $id group by c.group_id
) s join failure_group g on g.id = s.group_id order by s.tests desc, g.id limit 100`

/** How bad an outcome is, for comparing two: what passed (or had to be tried again) is good, what was not judged is neither. */
const rank = (outcome: string) => `(array[0, 2, 2, 1, 1, 1, 0])[${outcome}]`

/** What became of a test in one run of two and in the other; as \`ComparedKind\` says. */
const KIND = `case when b.script_id is null then 'onlyLeft' when a.script_id is null then 'onlyRight' when a.outcome = b.outcome then 'same'
  when ${rank('b.outcome')} > ${rank('a.outcome')} then 'worse' when ${rank('b.outcome')} < ${rank('a.outcome')} then 'better' else 'other' end`

/** The outcomes of a run, of which a build may have several: as its page says them. */
const side = (name: string) =>
  LATEST_OF_BUILD.replaceAll('$buildId', `$${name}Build`)
    .replaceAll('$laneId', `$${name}Lane`)
    .replaceAll('$sortKey', `$${name}Key`)
    .replace(/ latest$/, '')

const PAIRS = `pairs as (
  select coalesce(a.script_id, b.script_id) as script_id, a.outcome as before, b.outcome as now, coalesce(b.message_id, a.message_id) as message_id, ${KIND} as kind
  from ${side('left')} a full join ${side('right')} b on b.script_id = a.script_id
)`

export const COMPARED_COUNTS = `with ${PAIRS} select kind, count(*)::int as count from pairs group by kind`

/** Binds also: kinds, most. */
export const COMPARED_ROWS = `
with ${PAIRS}
select ${SCRIPT_REF}, p.kind, p.before::int as before, p.now::int as now, left(m.text, 300) as message
from pairs p join script s on s.id = p.script_id left join body m on m.id = p.message_id
where p.kind = any($kinds::text[])
order by array_position($kinds::text[], p.kind), coalesce(s.file, s.classname, ''), s.name, s.id limit $most`
