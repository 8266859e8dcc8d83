import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { DeliveryPlace } from '../contract/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { rowsOf } from '../platform/database.js'
import { RunsService } from '../runs/index.js'
import { Delivery } from './delivery.js'
import type { PlaceDto, TargetDto } from './intake.dto.js'

@Injectable()
export class IntakeService {
  constructor(
    readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) readonly blobs: BlobStore,
  ) {}

  /** Opens a delivery; files are then taken one after the other, each wholly or not at all. */
  async open(context: Context, dto: TargetDto): Promise<Delivery> {
    const [row] = await rowsOf<{ id: number }>(
      this,
      'insert into delivery (project_id, account_id, source, target) values ($projectId, $accountId, $source, $target::jsonb) returning id',
      {
        projectId: context.project.id,
        accountId: context.caller.accountId,
        source: dto.source ?? 'cli',
        target: JSON.stringify(placeOf(dto)),
      },
    )
    return new Delivery(row?.id ?? 0, context, dto, this)
  }
}

export const placeOf = ({ pipeline, build, branch, environment, commit }: PlaceDto): DeliveryPlace => ({
  pipeline,
  build,
  branch,
  environment,
  commit: commit ?? null,
})
