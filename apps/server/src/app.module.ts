import { type DynamicModule, Global, Module } from '@nestjs/common'
import { APP_FILTER } from '@nestjs/core'
import { getConnectionToken, SequelizeModule } from '@nestjs/sequelize'
import type { ReplicationOptions } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { AccessModule, Account, ApiToken, Session } from './access/index.js'
import { AuditModule } from './audit/audit.module.js'
import { AttachmentsModule } from './attachments/attachments.module.js'
import { BuildsModule } from './builds/index.js'
import { BoardsModule } from './boards/index.js'
import { BriefModule } from './brief/index.js'
import { Area, CasesModule, TestCase } from './cases/index.js'
import { EventsModule } from './events/events.module.js'
import { IntakeModule } from './intake/index.js'
import { JobsModule } from './jobs/jobs.module.js'
import { KeepingModule } from './keeping/keeping.module.js'
import { LiveModule } from './live/live.module.js'
import { BLOBS, blobStoreOf, KeptBlobs } from './platform/blobs/index.js'
import { CONFIG, type Config } from './platform/config.js'
import { READ_TIMEOUT_MS } from './platform/read-connections.js'
import { ProblemFilter } from './platform/problem-filter.js'
import { ThreadPool } from './platform/threads/thread-pool.js'
import { Project } from './access/index.js'
import { OpenApiController } from './openapi/openapi.controller.js'
import { ProjectsModule } from './projects/projects.module.js'
import { RunsModule } from './runs/index.js'
import { RequirementsModule } from './requirements/index.js'
import { SourcesModule } from './sources/index.js'
import { AgentsModule } from './agents/index.js'
import { EnvironmentsModule } from './environments/index.js'
import { PlansModule } from './plans/index.js'
import { DefectsModule } from './defects/index.js'
import { FailuresModule } from './failures/index.js'
import { TrendsModule } from './trends/index.js'
import { CommentsModule } from './comments/index.js'
import { NotificationsModule } from './notifications/index.js'
import { SuitesModule } from './suites/index.js'
import { ManualModule } from './manual/index.js'
import { MappingModule } from './mapping/index.js'
import { ScansModule } from './scans/index.js'
import { ScriptsModule } from './scripts/index.js'
import { ViewsModule } from './views/views.module.js'

const NO_JIT = '-c jit=off'

@Global()
@Module({})
class ConfigModule {
  static of(config: Config): DynamicModule {
    const blobs = {
      provide: BLOBS,
      useFactory: (sequelize: Sequelize) => new KeptBlobs(blobStoreOf(config.blobs), sequelize),
      inject: [getConnectionToken()],
    }
    const { thread, threads, limits } = config.reading
    const pool = { provide: ThreadPool, useFactory: () => new ThreadPool(thread, threads, limits) }
    return { module: ConfigModule, providers: [{ provide: CONFIG, useValue: config }, blobs, pool], exports: [CONFIG, BLOBS, ThreadPool] }
  }
}

/** Composition only. */
@Module({})
export class AppModule {
  static of(config: Config): DynamicModule {
    return {
      module: AppModule,
      imports: [
        ConfigModule.of(config),
        SequelizeModule.forRoot({
          dialect: 'postgres',
          uri: config.databaseUrl,
          models: [Project, Account, Session, ApiToken, Area, TestCase],
          logging: false,
          synchronize: false,
          pool: { max: 10, acquire: 60_000 },
          // compiling a statement took longer than carrying it out, for every one of ours that is large enough for it
          dialectOptions: { options: NO_JIT },
          // two pools on one database: statements of pages must not take long, those that store may
          replication: {
            write: {},
            read: [{ dialectOptions: { options: `${NO_JIT} -c statement_timeout=${READ_TIMEOUT_MS}` } }],
          } as unknown as ReplicationOptions,
          retryAttempts: 0,
        }),
        JobsModule,
        AccessModule,
        ProjectsModule,
        CasesModule,
        ScriptsModule,
        RunsModule,
        ScansModule,
        ManualModule,
        MappingModule,
        IntakeModule,
        LiveModule,
        EnvironmentsModule,
        SuitesModule,
        AgentsModule,
        PlansModule,
        DefectsModule,
        NotificationsModule,
        FailuresModule,
        CommentsModule,
        BuildsModule,
        TrendsModule,
        KeepingModule,
        RequirementsModule,
        SourcesModule,
        AttachmentsModule,
        BriefModule,
        BoardsModule,
        ViewsModule,
        EventsModule,
        AuditModule,
      ],
      controllers: [OpenApiController],
      providers: [{ provide: APP_FILTER, useClass: ProblemFilter }],
    }
  }
}
