import { caseByRules, type MappingRule } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { MappingRules } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { RULES } from '../scripts/index.js'

const MOST_EXAMPLES = 5
const LATELY_DAYS = 30

/** Scripts without a case, and all that were first seen lately. */
const RULED = `
select coalesce(x.name, s.name) as name, s.classname, coalesce(x.framework, s.framework) as framework, coalesce(x.suites, s.suites) as suites, coalesce(x.file, s.file) as file, coalesce(x.tags, '{}') as tags,
  not exists (select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active') as without,
  coalesce(x.first_seen_at, f.at) > now() - interval '${LATELY_DAYS} days' as lately
from script s left join script_source x on x.script_id = s.id
left join lateral (select d.at from result_file r join delivery d on d.id = r.delivery_id where r.id = s.first_file_id) f on true
where s.project_id = $projectId and s.head_id is null and x.gone_at is null`

interface Ruled {
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  framework: string | null
  tags: string[]
  without: boolean
  lately: boolean | null
}

/** Rules that say which case is made of a script. */
@Injectable()
export class RulesService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async get(context: Context): Promise<MappingRules> {
    return this.preview(context, await rowsOf<MappingRule>(this, RULES, { projectId: context.project.id }))
  }

  /** What rules would do to scripts without a case, and would have done to those of the last 30 days. */
  async preview({ project }: Context, rules: MappingRule[]): Promise<MappingRules> {
    const scripts = await rowsOf<Ruled>(this, RULED, { projectId: project.id })
    const catches = rules.map((): MappingRules['catches'][number] => ({ without: 0, lately: 0, examples: [] }))
    for (const script of scripts) {
      if (!script.without && !script.lately) continue
      const { area, title, tags, by } = caseByRules(script, rules)
      for (const place of by) {
        const caught = catches[place]
        if (!caught) continue
        if (script.without) caught.without++
        if (script.lately) caught.lately++
        if (caught.examples.length < MOST_EXAMPLES)
          caught.examples.push({ script: script.name, file: script.file, area: area.join(' › '), title, tags })
      }
    }
    const count = (of: (script: Ruled) => boolean | null) => scripts.filter((script) => of(script)).length
    return { rules, scripts: { without: count(({ without }) => without), lately: count(({ lately }) => lately) }, catches }
  }

  async set(context: Context, rules: MappingRule[]): Promise<MappingRules> {
    const { project, caller } = context
    await inTransaction(this, async (db) => {
      const before = await rowsOf<MappingRule>(db, RULES, { projectId: project.id })
      await run(db, 'delete from mapping_rule where project_id = $projectId', { projectId: project.id })
      await run(
        db,
        `insert into mapping_rule (project_id, position, kind, "from", "to")
         select $projectId::int, x.nth, x.value ->> 'kind', x.value ->> 'from', x.value ->> 'to' from jsonb_array_elements($rules::jsonb) with ordinality as x (value, nth)`,
        { projectId: project.id, rules: JSON.stringify(rules) },
      )
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'project.rulesChanged',
        subject: { id: project.id, name: project.name },
        changes: [
          { kind: 'project', id: project.id, name: project.name, before: { mapping_rules: before }, after: { mapping_rules: rules } },
        ],
      })
    })
    return this.get(context)
  }
}
