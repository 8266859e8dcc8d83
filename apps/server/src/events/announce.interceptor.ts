import { type CallHandler, type ExecutionContext, Injectable, type NestInterceptor } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { mergeMap, type Observable } from 'rxjs'
import { Sequelize } from 'sequelize-typescript'
import type { BobbinRequest } from '../access/index.js'
import type { Topic } from '../contract/index.js'
import { announce } from './announce.js'

/** Which topic a part of the API touches, by the word after the project in the path. */
const TOPICS: Record<string, Topic[]> = {
  cases: ['cases'],
  'case-tables': ['cases'],
  areas: ['cases'],
  scripts: ['scripts'],
  runs: ['runs'],
  deliveries: ['runs'],
  // a feed tells of itself, batch by batch
  feeds: [],
  members: ['members'],
  invitations: ['members'],
  tokens: ['tokens'],
  views: ['views'],
  sources: ['sources'],
  space: ['space'],
  recount: ['runs'],
}

/** Whatever changed something below a project is announced; a route that is added later is announced too. */
@Injectable()
export class AnnounceInterceptor implements NestInterceptor {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  intercept(host: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { method, project, path } = host.switchToHttp().getRequest<BobbinRequest>()
    if (!project || method === 'GET' || method === 'HEAD' || /\/(preview|look)$/.test(path)) return next.handle()
    const part = /\/projects\/[^/]+\/([^/]+)/.exec(path)?.[1] ?? ''
    return next.handle().pipe(
      mergeMap(async (answer: unknown) => {
        const topics = TOPICS[part] ?? ['project']
        if (topics.length > 0) await announce(this, project.id, topics)
        return answer
      }),
    )
  }
}
