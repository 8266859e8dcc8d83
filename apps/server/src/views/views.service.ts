import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { SavedView } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import type { NewViewDto } from './views.dto.js'

const VIEWS = `
select v.id, v.page, v.name, v.params, v.shared, a.name as by, v.account_id = $accountId as mine
from saved_view v join account a on a.id = v.account_id
where v.project_id = $projectId and v.page = $page and (v.account_id = $accountId or v.shared) order by lower(v.name), v.id`

@Injectable()
export class ViewsService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  list({ project, caller }: Context, page: string): Promise<SavedView[]> {
    return rowsOf<SavedView>(this, VIEWS, { projectId: project.id, accountId: caller.accountId, page })
  }

  /** Keeps a view under a name; the same name of the same person is kept anew. */
  async keep(context: Context, { page, name, params, shared }: NewViewDto): Promise<SavedView[]> {
    const { project, caller } = context
    const mine = { projectId: project.id, accountId: caller.accountId, page, name }
    const where = 't.project_id = $projectId and t.account_id = $accountId and t.page = $page and t.name = $name'
    await inTransaction(this, (db) =>
      recordOf(db, { actor: actorOf(caller), projectId: project.id, kind: 'view.saved' }, [{ kind: 'view', where, bind: mine }], () =>
        run(
          db,
          `insert into saved_view (project_id, account_id, page, name, params, shared) values ($projectId, $accountId, $page, $name, $params, $shared)
           on conflict (project_id, account_id, page, name) do update set params = excluded.params, shared = excluded.shared`,
          { ...mine, params, shared: shared ?? false },
        ),
      ),
    )
    return this.list(context, page)
  }

  /** Everybody takes away their own. */
  async remove({ project, caller }: Context, id: number): Promise<void> {
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'view.removed' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [{ kind: 'view', where: 't.id = $id', bind: { id } }], async () => {
        const removed = await rowsOf(
          db,
          'delete from saved_view where id = $id and project_id = $projectId and account_id = $accountId returning id',
          { id, projectId: project.id, accountId: caller.accountId },
        )
        if (removed.length === 0) throw notFound('view of yours', id)
      }),
    )
  }
}
