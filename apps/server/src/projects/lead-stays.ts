import { BUILT_IN_ROLES, ROLES } from '@bobbin/core'
import { type Queryable, rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'

const MANAGING = BUILT_IN_ROLES.filter((role) => (ROLES[role] as readonly string[]).includes('manage'))

/** Somebody who may manage by their own role: what teams give is not counted, since it goes with the team. */
const LEADS = `
select 1 as yes from membership m where m.project_id = $projectId
  and (m.role = any($managing::text[]) or m.role in (select r.name from role r where r.project_id = $projectId and 'manage' = any(r.rights))) limit 1`

/** Of several who leave or step back at the same moment the last one finds out that nobody else is left. */
export const oneAfterAnother = (db: Queryable, projectId: number): Promise<void> =>
  run(db, 'select 1 from project where id = $projectId for no key update', { projectId })

/** @throws Problem conflict when nobody would be left who may manage the project */
export async function leadStays(db: Queryable, projectId: number): Promise<void> {
  const leads = await rowsOf(db, LEADS, { projectId, managing: MANAGING })
  if (leads.length === 0) throw new Problem('conflict', 'lastLead', 'The project needs a lead. Make another member a lead first')
}
