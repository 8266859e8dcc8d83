import 'reflect-metadata'
import { NestFactory } from '@nestjs/core'
import { getConnectionToken } from '@nestjs/sequelize'
import type { NestExpressApplication } from '@nestjs/platform-express'
import compression from 'compression'
import cookieParser from 'cookie-parser'
import express from 'express'
import helmet from 'helmet'
import type { Sequelize } from 'sequelize'
import { AppModule } from './app.module.js'
import { BodyPipe } from './platform/body-pipe.js'
import type { Config } from './platform/config.js'
import { endSlowBodies, guardAnswers, limitUploads, refuseOtherBodies, refuseOtherSites } from './platform/doors.js'
import { countJson, MOST_JSON, refuseLargeBodies } from './platform/json-bodies.js'
import { JsonLog } from './platform/json-log.js'
import { serveOperations } from './platform/operations.js'
import { readRequests } from './platform/read-connections.js'
import { requestContext } from './platform/request-context.js'
import { serveCli, serveGrammars, serveWeb } from './platform/web.js'

/** Builds the application; the caller listens. Open connections are closed when it is. */
export async function createApp(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.of(config), {
    // bodies are counted before they are parsed
    bodyParser: false,
    forceCloseConnections: true,
    logger: config.log === 'json' ? new JsonLog(['fatal', 'error', 'warn', 'log']) : ['error', 'warn'],
    abortOnError: false,
  })
  app.use(requestContext)
  app.use(readRequests(() => app.get<Sequelize>(getConnectionToken())))
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'upgrade-insecure-requests': null, 'worker-src': ["'self'", 'blob:'], 'img-src': ["'self'", 'data:', 'blob:'] },
      },
      strictTransportSecurity: false,
    }),
  )
  app.set('trust proxy', config.proxies)
  app.use(guardAnswers)
  app.use(refuseOtherSites, refuseOtherBodies, endSlowBodies, limitUploads(config.uploadsPerAddress))
  app.use(compression())
  app.use(cookieParser())
  app.use(refuseLargeBodies)
  app.use(express.json({ limit: MOST_JSON, verify: countJson }))
  app.setGlobalPrefix('api')
  app.useGlobalPipes(new BodyPipe())
  serveOperations(app, config)
  serveCli(app)
  serveGrammars(app)
  if (config.webRoot) serveWeb(app, config.webRoot)
  app.enableShutdownHooks()
  return app
}
