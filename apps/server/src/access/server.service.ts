import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { AccountRow, ServerProject } from '../contract/index.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { ServerRightsDto, SourcesAllowedDto } from './access.dto.js'
import type { Caller } from './context.js'
import { logSecurity } from './security-log.js'

const ACCOUNTS = `
select id, name, email, kind, server_admin as "serverAdmin", makes_projects as "makesProjects",
  (select count(*)::int from membership m where m.account_id = a.id) as projects
from account a where $id::int is null or id = $id order by name, id`

const PROJECTS = `
select id, slug, name, source_folders as folders, source_hosts as hosts, (select count(*)::int from source s where s.project_id = p.id) as sources
from project p where $id::int is null or id = $id order by name, id`

/** The server as a whole, for its administrators. */
@Injectable()
export class ServerService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  accounts(): Promise<AccountRow[]> {
    return rowsOf<AccountRow>(this, ACCOUNTS, { id: null })
  }

  async setRights(caller: Caller, id: number, { serverAdmin, makesProjects }: ServerRightsDto): Promise<AccountRow> {
    const row = await inTransaction(this, async (db) => {
      // one after the other: of two administrators who take the right from each other one stays
      await run(db, 'lock table account in share row exclusive mode')
      const [before] = await rowsOf<AccountRow>(db, ACCOUNTS, { id })
      await run(
        db,
        `update account set server_admin = coalesce($serverAdmin, server_admin), makes_projects = coalesce($makesProjects, makes_projects) where id = $id`,
        { id, serverAdmin: serverAdmin ?? null, makesProjects: makesProjects ?? null },
      )
      const admins = await rowsOf(db, 'select 1 as yes from account where server_admin limit 1')
      if (admins.length === 0)
        throw new Problem('conflict', 'lastAdmin', 'The server needs an administrator. Give somebody else the right first')
      const [after] = await rowsOf<AccountRow>(db, ACCOUNTS, { id })
      if (before && after) {
        const rights = ({ serverAdmin, makesProjects }: AccountRow) => ({ server_admin: serverAdmin, makes_projects: makesProjects })
        const change = { kind: 'account', id, name: after.name, before: rights(before), after: rights(after) }
        await record(db, { actor: actorOf(caller), projectId: null, kind: 'account.rightsChanged', changes: [change] })
      }
      return after
    })
    if (!row) throw new Problem('notFound', 'notFound', `There is no account ${id}`)
    logSecurity('serverRightsChanged', {
      by: caller.accountId,
      account: id,
      serverAdmin: row.serverAdmin,
      makesProjects: row.makesProjects,
    })
    return row
  }

  projects(): Promise<ServerProject[]> {
    return rowsOf<ServerProject>(this, PROJECTS, { id: null })
  }

  async allowSources(caller: Caller, id: number, { folders, hosts }: SourcesAllowedDto): Promise<ServerProject> {
    await inTransaction(this, (db) =>
      recordOf(
        db,
        { actor: actorOf(caller), projectId: id, kind: 'project.sourcesAllowed' },
        [{ kind: 'project', where: 't.id = $id', bind: { id } }],
        () =>
          run(db, 'update project set source_folders = $folders::text[], source_hosts = $hosts::text[] where id = $id', {
            id,
            folders,
            hosts,
          }),
      ),
    )
    const [row] = await rowsOf<ServerProject>(this, PROJECTS, { id })
    if (!row) throw new Problem('notFound', 'notFound', `There is no project ${id}`)
    logSecurity('sourcesAllowed', { by: caller.accountId, project: row.slug, folders: folders.join(' '), hosts: hosts.join(' ') })
    return row
  }
}
