import { caseByRules, type MappingRule } from '@bobbin/core'
import type { Project } from '../access/index.js'
import { Area, AreaMaker } from '../cases/index.js'
import { type InTransaction, rowsOf, run } from '../platform/database.js'

/** Which scripts get a case: those that a file brought, as the project chose; or those that a person picked. */
export type ForWhich = { fileId: number } | { scriptIds: number[]; by: number }

interface Test {
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  tags: string[]
  scriptIds: number[]
}

const WITHOUT_CASE = `
select s.id from script s where s.project_id = $projectId
  and (s.first_file_id = $fileId::int and s.triage = 'make' or s.id = any($scriptIds::int[]))
  and not exists (select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')`

/** What runs on another profile already has a case: that one is theirs too. */
const JOIN_SIBLINGS = `
insert into link (project_id, script_id, case_id, origin, state, created_by)
select distinct on (s.id) $projectId::int, s.id, l.case_id, 'rule', 'active', $by::int
from (${WITHOUT_CASE}) own join script s on s.id = own.id
join script o on o.project_id = s.project_id and o.id <> s.id and o.name = s.name and o.classname is not distinct from s.classname and o.suites = s.suites
join link l on l.script_id = o.id and l.state = 'active' join test_case c on c.id = l.case_id and c.deleted_at is null
order by s.id, l.id on conflict (script_id, case_id) do nothing`

/** Scripts that differ by their profile alone are one test. */
const TESTS = `
select s.name, s.classname, s.suites, min(s.file) as file, array_agg(s.id order by s.id) as "scriptIds",
  coalesce((select array_agg(distinct t.tag) from script_source o, unnest(o.tags) as t (tag) where o.script_id = any(array_agg(coalesce(s.head_id, s.id)))), '{}') as tags
from (${WITHOUT_CASE}) own join script s on s.id = own.id
group by s.name, s.classname, s.suites order by min(s.id)`

const MAKE_CASES = `
with numbers as (
  update project set next_case_number = next_case_number + jsonb_array_length($rows::jsonb) where id = $projectId
  returning next_case_number - jsonb_array_length($rows::jsonb) as first
), wanted as (
  select (n.first + x.nth - 1)::int as number, x.value ->> 'title' as title, (x.value ->> 'areaId')::int as area_id, x.value -> 'scriptIds' as script_ids,
    array(select jsonb_array_elements_text(x.value -> 'tags')) as tags
  from numbers n, jsonb_array_elements($rows::jsonb) with ordinality as x (value, nth)
), made as (
  insert into test_case (project_id, number, title, area_id, intent, tags) select $projectId, number, title, area_id, 'automated', tags from wanted
  returning id, number
), linked as (
  insert into link (project_id, script_id, case_id, origin, state, created_by)
  select $projectId, s.id::int, m.id, 'rule', 'active', $by::int
  from made m join wanted w on w.number = m.number, jsonb_array_elements_text(w.script_ids) as s (id)
  on conflict (script_id, case_id) do update set state = 'active', created_by = excluded.created_by
)
select id from made order by number`

const MOST_TITLE = 1000

/** The rules of a project for cases that are made of scripts, in order. */
export const RULES = 'select kind, "from", "to" from mapping_rule where project_id = $projectId order by position'

/**
 * Makes a case for each test that has none, in the area that mirrors the folder it stands in, and links them.
 * @param inArea where all of them are made, whatever the rules say
 * @returns ids of the cases and areas that were made
 */
export async function caseForEach(
  db: InTransaction,
  project: Project,
  which: ForWhich,
  inArea: readonly string[] | null = null,
): Promise<{ cases: number[]; areas: number[] }> {
  const bind = {
    projectId: project.id,
    fileId: 'fileId' in which ? which.fileId : null,
    scriptIds: 'fileId' in which ? [] : which.scriptIds,
    by: 'fileId' in which ? null : which.by,
  }
  await run(db, JOIN_SIBLINGS, bind)
  const tests = await rowsOf<Test>(db, TESTS, bind)
  if (tests.length === 0) return { cases: [], areas: [] }
  const rules = await rowsOf<MappingRule>(db, RULES, { projectId: project.id })
  const areas = new AreaMaker(Area, project.id, db.transaction)
  const rows = []
  for (const test of tests) {
    const { area, title, tags } = caseByRules(test, rules)
    const areaId = await areas.path(null, inArea ? [...inArea] : area)
    rows.push({ title: (title || test.name).slice(0, MOST_TITLE), areaId, tags, scriptIds: test.scriptIds })
  }
  const made = await rowsOf<{ id: number }>(db, MAKE_CASES, { projectId: project.id, rows: JSON.stringify(rows), by: bind.by })
  return { cases: made.map(({ id }) => id), areas: areas.made }
}
