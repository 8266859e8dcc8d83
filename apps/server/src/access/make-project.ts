import { record } from '../platform/acts/index.js'
import { type InTransaction, rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { NewProjectDto } from './access.dto.js'

/** Makes a project, led by an account. @throws Problem conflict when its short name is taken */
export async function makeProject(db: InTransaction, leadId: number, dto: NewProjectDto): Promise<void> {
  const { slug, name, keyPrefix } = dto
  const [project] = await rowsOf<{ id: number }>(
    db,
    'insert into project (slug, name, key_prefix) values ($slug, $name, $keyPrefix) on conflict (slug) do nothing returning id',
    { slug, name, keyPrefix },
  )
  if (!project) throw new Problem('conflict', 'nameTaken', `The short name “${slug}” is taken; choose another`)
  await run(db, `insert into membership (project_id, account_id, role) values ($projectId, $leadId, 'lead')`, {
    projectId: project.id,
    leadId,
  })
  await record(db, {
    actor: { kind: 'person', accountId: leadId, tokenId: null },
    projectId: project.id,
    kind: 'project.made',
    changes: [{ kind: 'project', id: project.id, name, before: null, after: { slug, name, key_prefix: keyPrefix } }],
  })
}
