import { failureFamily, groupTitle } from '@bobbin/core'
import { hash } from 'node:crypto'
import { type InTransaction, rowsOf, run } from '../../platform/database.js'

/** Signatures that belong to no failure group yet, each with a message that it came with. */
const UNGROUPED = `
select s.id, s.text, left(m.text, 2000) as message
from signature s
left join lateral (
  select x.message_id from result x where x.signature_id = s.id and x.outcome in (2, 3, 7) limit 1
) x on true
left join body m on m.id = x.message_id
where s.project_id = $projectId and s.group_id is null order by s.id limit $most`

/** In the order of the families, so that two deliveries never wait for each other in a ring. */
const MAKE_GROUPS = `
insert into failure_group (project_id, family, title)
select $projectId::int, decode(family, 'hex'), title from unnest($families::text[], $titles::text[]) as own (family, title) order by family
on conflict (project_id, family) do nothing`

const JOIN_GROUPS = `
update signature s set group_id = g.id
from unnest($ids::int[], $families::text[]) as own (id, family)
join failure_group g on g.project_id = $projectId and g.family = decode(own.family, 'hex')
where s.id = own.id and s.group_id is null`

/** So many are dealt with in one statement. */
const MOST = 5000

/**
 * Gives each signature that is new its failure group: that of the failures which are near-identical, or one of its own. To be called in the
 * transaction that stores results, once they are there. Nearly always nothing is new, and one look at an empty index tells.
 */
export async function groupFailures(db: InTransaction, projectId: number): Promise<void> {
  for (;;) {
    const found = await rowsOf<{ id: number; text: string; message: string | null }>(db, UNGROUPED, { projectId, most: MOST })
    if (found.length === 0) return
    const own = found.map(({ id, text, message }) => ({
      id,
      family: hash('sha256', failureFamily(text), 'hex'),
      title: groupTitle(message, text),
    }))
    const titles = new Map<string, string>()
    for (const { family, title } of own) if (!titles.has(family)) titles.set(family, title)
    const groups = [...titles].sort(([a], [b]) => (a < b ? -1 : 1))
    await run(db, MAKE_GROUPS, { projectId, families: groups.map(([family]) => family), titles: groups.map(([, title]) => title) })
    await run(db, JOIN_GROUPS, { projectId, ids: own.map(({ id }) => id), families: own.map(({ family }) => family) })
    if (found.length < MOST) return
  }
}
