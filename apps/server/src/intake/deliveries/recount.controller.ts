import { Controller, HttpCode, Post } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, type Context, Needs } from '../../access/index.js'
import type { Recounted } from '../../contract/index.js'
import { actorOf, record } from '../../platform/acts/index.js'
import { clientOf } from '../../platform/database.js'
import { recountSums } from '../../runs/index.js'
import { holdIntake } from '../../platform/intake-lock.js'

@Controller('projects/:project/recount')
export class RecountController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** Counts what is kept with the runs of the project anew from their results, and says which differed. Deliveries wait for it. */
  @Post()
  @Needs('deliver')
  @HttpCode(200)
  recount(@Ctx() { project, caller }: Context): Promise<Recounted> {
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      await holdIntake(db, project.id)
      const subject = { id: project.id, name: project.name }
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'sums.recounted', subject })
      return recountSums(clientOf(transaction), project.id)
    })
  }
}
