import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { Area, AreaMaker } from '../cases/index.js'
import type { PushReport } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { SPREAD_LINKS } from '../scripts/index.js'
import type { PushDto } from './mapping.dto.js'

/** Tests by what a scan calls them, with whether they have a case; one that no scan found is not there. */
const FIND = `
select w.nth, x.script_id as "scriptId", exists (
    select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = x.script_id and l.state = 'active'
  ) as linked
from jsonb_to_recordset($tests::jsonb) as w (nth int, file text, suites text[], name text)
join source_tree t on t.project_id = $projectId and t.name = $tree
join script_source x on x.tree_id = t.id and x.gone_at is null and x.file = w.file and x.suites = w.suites and x.name = w.name
order by w.nth, x.script_id`

const MAKE = `
with numbers as (
  update project set next_case_number = next_case_number + jsonb_array_length($rows::jsonb) where id = $projectId
  returning next_case_number - jsonb_array_length($rows::jsonb) as first
), made as (
  insert into test_case (project_id, number, title, area_id, steps, intent)
  select $projectId::int, (n.first + x.nth)::int, x.title, $areaId::int, x.steps, 'automated'
  from numbers n, jsonb_to_recordset($rows::jsonb) as x (nth int, title text, steps jsonb, scripts int[])
  returning id, number, title
), linked as (
  insert into link (project_id, script_id, case_id, origin, state, created_by)
  select $projectId::int, s.id, m.id, 'rule', 'active', $by::int
  from numbers n, made m join jsonb_to_recordset($rows::jsonb) as x (nth int, scripts int[]) on m.number = (select first from numbers) + x.nth, unnest(x.scripts) as s (id)
  on conflict (script_id, case_id) do nothing
)
select id, $prefix || '-' || number as key, title as name from made order by number`

const MOST_TITLE = 1000

/** Cases for teams whose automation comes first: made of the tests, with their steps, and tied to them. */
@Injectable()
export class PushService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async push({ project, caller }: Context, { tree, area, tests }: PushDto): Promise<PushReport> {
    return inTransaction(this, async (db) => {
      // two pushes at once make no case twice
      await run(db, 'select 1 from project where id = $id for update', { id: project.id })
      const asked = JSON.stringify(tests.map(({ file, suites, name }, nth) => ({ nth, file, suites, name })))
      const found = await rowsOf<{ nth: number; scriptId: number; linked: boolean }>(db, FIND, {
        projectId: project.id,
        tree,
        tests: asked,
      })
      const missing = tests.find((_, nth) => !found.some((one) => one.nth === nth))
      if (missing)
        throw new Problem(
          'notFound',
          'notScanned',
          `No scan of “${tree}” has found “${missing.name}” in ${missing.file}. Scan first; nothing changed`,
        )
      const scripts = new Map<number, number[]>()
      for (const { nth, scriptId, linked } of found) if (!linked) scripts.set(nth, [...(scripts.get(nth) ?? []), scriptId])
      const rows = [...scripts].map(([nth, ids], place) => ({
        nth: place,
        title: (tests[nth]?.name ?? '').slice(0, MOST_TITLE),
        steps: (tests[nth]?.steps ?? []).map(({ action, expected }) => ({ action, expected: expected ?? '' })),
        scripts: ids,
      }))
      if (rows.length === 0) return { made: [], linked: tests.length, actId: null }
      const areas = new AreaMaker(Area, project.id, db.transaction)
      const areaId = await areas.path(null, area)
      const bind = { projectId: project.id, prefix: project.keyPrefix, rows: JSON.stringify(rows), areaId, by: caller.accountId }
      const made = await rowsOf<{ id: number; key: string; name: string }>(db, MAKE, bind)
      await run(db, SPREAD_LINKS, { projectId: project.id, heads: [...scripts.values()].flat() })
      const actId = await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'case.pushed',
        changes: made.map(({ id, key, name }) => ({ kind: 'case', id, name: `${key} ${name}`, before: null, after: { title: name } })),
      })
      return { made: made.map(({ key, name }) => ({ key, name })), linked: tests.length - rows.length, actId }
    })
  }
}
