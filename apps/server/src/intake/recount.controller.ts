import { Controller, HttpCode, Post } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, type Context, Delivers } from '../access/index.js'
import type { Recounted } from '../contract/index.js'
import { clientOf } from '../platform/database.js'
import { recountSums } from '../runs/index.js'
import { holdIntake } from './intake-lock.js'

@Controller('projects/:project/recount')
export class RecountController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** Counts what is kept with the runs of the project anew from their results, and says which differed. Deliveries wait for it. */
  @Post()
  @Delivers()
  @HttpCode(200)
  recount(@Ctx() { project }: Context): Promise<Recounted> {
    return this.sequelize.transaction(async (transaction) => {
      await holdIntake({ sequelize: this.sequelize, transaction }, project.id)
      return recountSums(clientOf(transaction), project.id)
    })
  }
}
