import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { BriefLook } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'

/** Looks that are nearer to each other than this are one: whoever comes back after a minute still reads the same news. */
const ONE_LOOK = '1 hour'

const NOTE = `
insert into brief_look as k (project_id, account_id, at) values ($projectId, $accountId, now())
on conflict (project_id, account_id) do update set at = now(), before_at = case when now() - k.at > interval '${ONE_LOOK}' then k.at else k.before_at end
returning before_at as before`

/** Remembers when people looked at the Brief, so that it can say what came since, whichever machine they sit at. */
@Injectable()
export class BriefLooksService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async note({ project, caller }: Context): Promise<BriefLook> {
    const [row] = await rowsOf<{ before: Date | null }>(this, NOTE, { projectId: project.id, accountId: caller.accountId })
    return { before: row?.before?.toISOString() ?? null }
  }
}
