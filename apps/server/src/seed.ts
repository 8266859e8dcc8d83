import type { ActChange } from '@bobbin/core'
import type { AccountKind, CaseIntent } from './contract/index.js'
import type { NestExpressApplication } from '@nestjs/platform-express'
import { Sequelize } from 'sequelize-typescript'
import { hashPassword, TokensService } from './access/index.js'
import { record, SYSTEM } from './platform/acts/index.js'
import { type InTransaction, rowsOf, run } from './platform/database.js'

/** People, cases and environments: what no result file brings. */
export interface Seed {
  project: { slug: string; name: string; keyPrefix: string }
  accounts: { email: string; name: string; kind: AccountKind; password: string }[]
  environments: { name: string; protected: boolean }[]
  /** With their numbers, since result files declare keys. Areas are paths; owners are e-mails. */
  cases: SeedCase[]
  /** Where its sources may look. */
  sources?: { folders: string[]; hosts: string[] }
  /** A token of the first account with the scope `deliver`. */
  token: string
}

export interface SeedCase {
  number: number
  title: string
  area: string[]
  priority: number
  tags: string[]
  owner: string
  state: 'draft' | 'approved'
  preconditions: string
  steps: { action: string; expected: string }[]
  intent?: CaseIntent
  estimateS?: number
}

/** Makes a project with its people and cases, once: a project of that name is left as it is. @returns whether it was made */
export async function seedProject(app: NestExpressApplication, seed: Seed): Promise<boolean> {
  const sequelize = app.get(Sequelize)
  const hashes = new Map(
    await Promise.all(seed.accounts.map(async ({ email, password }) => [email, await hashPassword(password)] as const)),
  )
  const made = await sequelize.transaction(async (transaction) => {
    const db = { sequelize, transaction }
    const [project] = await rowsOf<{ id: number }>(
      db,
      `insert into project (slug, name, key_prefix, next_case_number, source_folders, source_hosts)
       values ($slug, $name, $keyPrefix, $next, $folders::text[], $hosts::text[]) on conflict (slug) do nothing returning id`,
      { folders: [], hosts: [], ...seed.sources, ...seed.project, next: Math.max(100, ...seed.cases.map((row) => row.number)) + 1 },
    )
    if (!project) return null
    const projectId = project.id
    const accounts = seed.accounts.map(({ email, name, kind }) => ({ email, name, kind, password_hash: hashes.get(email) }))
    await run(
      db,
      `with made as (insert into account (email, name, kind, password_hash, proved_at)
         select email, name, kind, password_hash, now() from jsonb_to_recordset($accounts::jsonb) as x (email text, name text, kind text, password_hash text) returning id, kind)
       insert into membership (project_id, account_id, role) select $projectId, id, case when id = (select min(id) from made) then 'lead' else kind end from made`,
      { accounts: JSON.stringify(accounts), projectId },
    )
    // as after a first run, whoever came first looks after the server
    await run(
      db,
      `update account set server_admin = true, makes_projects = true
       where id = (select min(id) from account) and not exists (select 1 from account where server_admin)`,
    )
    await run(
      db,
      `insert into environment (project_id, name, protected) select $projectId, name, protected from jsonb_to_recordset($rows::jsonb) as x (name text, protected boolean)`,
      {
        projectId,
        rows: JSON.stringify(seed.environments),
      },
    )
    await seedAreas(db, projectId, seed.cases)
    await run(db, SEED_CASES, {
      projectId,
      rows: JSON.stringify(seed.cases.map((row) => ({ ...row, path: row.area.join(' › '), estimate_s: row.estimateS }))),
    })
    await recordSeed(db, projectId, seed)
    const [owner] = await rowsOf<{ id: number }>(db, 'select id from account where email = $email', {
      email: seed.accounts[0]?.email ?? '',
    })
    return { projectId, ownerId: owner?.id ?? 0 }
  })
  if (made) await app.get(TokensService).store(made.projectId, made.ownerId, 'Demo pipeline', 'deliver', seed.token)
  return made !== null
}

/** Parents before children, one statement a depth. */
async function seedAreas(db: Parameters<typeof run>[0], projectId: number, cases: SeedCase[]): Promise<void> {
  const deepest = Math.max(0, ...cases.map((row) => row.area.length))
  for (let depth = 1; depth <= deepest; depth++) {
    const paths = [...new Set(cases.filter((row) => row.area.length >= depth).map((row) => row.area.slice(0, depth).join(' › ')))]
    const rows = paths.map((path) => ({ parent: path.split(' › ').slice(0, -1).join(' › ') || null, name: path.split(' › ').at(-1) }))
    await run(
      db,
      `${AREA_PATHS} insert into area (project_id, parent_id, name)
       select $projectId, t.id, x.name from jsonb_to_recordset($rows::jsonb) as x (parent text, name text) left join tree t on t.path = x.parent`,
      { projectId, rows: JSON.stringify(rows) },
    )
  }
}

const AREA_PATHS = `with recursive tree as (
  select id, name as path from area where project_id = $projectId and parent_id is null
  union all select a.id, t.path || ' › ' || a.name from area a join tree t on a.parent_id = t.id
)`

const SEED_CASES = `${AREA_PATHS}
insert into test_case (project_id, number, area_id, title, preconditions, steps, priority, tags, owner_id, state, intent, estimate_s)
select $projectId, x.number, t.id, x.title, x.preconditions, x.steps, x.priority, array(select jsonb_array_elements_text(x.tags)), o.id, x.state, coalesce(x.intent, 'toAutomate'), x.estimate_s
from jsonb_to_recordset($rows::jsonb) as x (number int, path text, title text, preconditions text, steps jsonb, priority int, tags jsonb, owner text, state text, intent text, estimate_s int)
left join tree t on t.path = x.path left join account o on o.email = x.owner`

const SEEDED = `
select act_change('area', a.id, a.name, null, to_jsonb(a)) as change from area a where a.project_id = $projectId
union all
select act_change('case', c.id, p.key_prefix || '-' || c.number || ' ' || c.title, null, to_jsonb(c)) from test_case c join project p on p.id = c.project_id
where c.project_id = $projectId`

/** The log of a project begins with what it was made with. */
async function recordSeed(db: InTransaction, projectId: number, { project: { slug, name, keyPrefix } }: Seed): Promise<void> {
  const change = { kind: 'project', id: projectId, name, before: null, after: { slug, name, key_prefix: keyPrefix } }
  const rows = await rowsOf<{ change: ActChange }>(db, SEEDED, { projectId })
  await record(db, { actor: SYSTEM, projectId, kind: 'project.made', changes: [change, ...rows.map((row) => row.change)] })
}
