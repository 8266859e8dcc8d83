import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { DeliveryPlace } from '../contract/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf } from '../platform/database.js'
import { ThreadPool } from '../platform/threads/thread-pool.js'
import { RunsService } from '../runs/index.js'
import { EARLY_PACE } from './placing/early-placing.js'
import { Delivery } from './deliveries/delivery.js'
import { ScriptMemory } from './placing/known-scripts.js'
import type { PlaceDto, TargetDto } from './intake.dto.js'

@Injectable()
export class IntakeService {
  earlyPace = EARLY_PACE

  constructor(
    readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) readonly blobs: BlobStore,
    readonly scripts: ScriptMemory,
    readonly threads: ThreadPool,
  ) {}

  /** Opens a delivery; files are then taken one after the other, each wholly or not at all. */
  async open(context: Context, dto: TargetDto, sourceId: number | null = null): Promise<Delivery> {
    const id = await inTransaction(this, async (db) => {
      const id = await addDelivery(db, context, dto, 'taken', sourceId)
      await recordSent(db, context, id, placeOf(dto))
      return id
    })
    return this.resume(id, context, dto, await chosenFor(this, context))
  }

  /** A delivery that is known, to be read from its beginning. */
  resume(id: number, context: Context, dto: TargetDto, chosen: readonly string[] | null = null): Delivery {
    return new Delivery(id, context, dto, this, chosen)
  }
}

/** What the part of a plan was to run, where its token sends: names that are made at run time say nothing about which. */
async function chosenFor(db: Queryable, { caller }: Context): Promise<string[] | null> {
  if (!caller.token) return null
  const [part] = await rowsOf<{ tests: { name: string; pattern: string | null }[] }>(
    db,
    'select p.tests from api_token t join part p on p.id = t.part_id where t.id = $id',
    { id: caller.token.id },
  )
  return part && part.tests.every(({ pattern }) => pattern === null) ? part.tests.map(({ name }) => name) : null
}

/** @returns the number of a new delivery; one that is stored first is still coming */
export async function addDelivery(
  db: Queryable,
  context: Context,
  dto: TargetDto,
  state: 'taken' | 'coming',
  sourceId: number | null = null,
): Promise<number> {
  const [row] = await rowsOf<{ id: number }>(
    db,
    `insert into delivery (project_id, account_id, source, target, state, asked, source_id)
     values ($projectId, $accountId, $source, $target::jsonb, $state, $asked::jsonb, $sourceId) returning id`,
    {
      projectId: context.project.id,
      accountId: context.caller.accountId,
      source: dto.source ?? 'cli',
      target: JSON.stringify(placeOf(dto)),
      state,
      asked: state === 'coming' ? JSON.stringify(dto) : null,
      sourceId,
    },
  )
  return row?.id ?? 0
}

/** One act for all that a delivery brings, however much that is. */
export const recordSent = ({ sequelize, transaction }: InTransaction, { caller, project }: Context, id: number, place: DeliveryPlace) =>
  record(
    { sequelize, transaction },
    { actor: actorOf(caller), projectId: project.id, kind: 'delivery.sent', subject: { id, name: deliveryName(place) } },
  )

export const deliveryName = ({ pipeline, build, branch, environment }: DeliveryPlace): string =>
  `build ${build} of ${pipeline}, ${branch}, ${environment}`

export const placeOf = ({ pipeline, build, branch, environment, commit, run, trial }: PlaceDto): DeliveryPlace => ({
  pipeline,
  build,
  branch,
  environment,
  commit: commit ?? null,
  run: run ?? '',
  trial: trial === 'true',
})
