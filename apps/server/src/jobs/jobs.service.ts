import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Caller } from '../access/index.js'
import type { BackgroundJobs } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { inTransaction } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { Problem } from '../platform/problem.js'

/** Background work, for those who run the server. */
@Injectable()
export class JobsService {
  constructor(
    private readonly jobs: Jobs,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list(): Promise<BackgroundJobs> {
    const [queues, dead] = await Promise.all([this.jobs.queues(), this.jobs.dead()])
    return {
      queues: queues.map(({ lastDone, ...queue }) => ({ ...queue, lastDone: lastDone?.toISOString() ?? null })),
      dead: dead.map(({ id, name, problem, failedAt, tries }) => ({ id, name, problem, failedAt: failedAt.toISOString(), tries })),
    }
  }

  async retry(caller: Caller, id: string): Promise<BackgroundJobs> {
    await inTransaction(this, async (db) => {
      const name = await this.jobs.retry(id)
      if (name === null) throw new Problem('notFound', 'notFound', 'There is no such job that failed; it may have been tried again already')
      await record(db, { actor: actorOf(caller), projectId: null, kind: 'job.retried', subject: { id: 0, name } })
    })
    return this.list()
  }
}
