import { Controller, type MessageEvent, Module, Sse } from '@nestjs/common'
import { APP_INTERCEPTOR } from '@nestjs/core'
import { filter, interval, map, merge, type Observable } from 'rxjs'
import { Ctx, type Context } from '../access/index.js'
import { AnnounceInterceptor } from './announce.interceptor.js'
import { ChangeListener } from './listener.js'

/** Often enough that no proxy takes the connection for dead. */
const BEAT_MS = 25_000

@Controller('projects/:project/events')
export class EventsController {
  constructor(private readonly listener: ChangeListener) {}

  /**
   * Server-sent events. “change” with the topics that changed, “missed” when changes may have been lost, “beat” now and then.
   * @event ChangeEvent
   */
  @Sse()
  events(@Ctx() { project }: Context): Observable<MessageEvent> {
    const changes = this.listener.changes.pipe(
      filter((change) => change === 'missed' || change.projectId === project.id),
      map((change): MessageEvent =>
        change === 'missed'
          ? { type: 'missed', data: '' }
          : { type: 'change', data: { topics: change.topics, ...(change.live && { live: change.live }) } },
      ),
    )
    return merge(changes, interval(BEAT_MS).pipe(map((): MessageEvent => ({ type: 'beat', data: '' }))))
  }
}

@Module({
  controllers: [EventsController],
  providers: [ChangeListener, { provide: APP_INTERCEPTOR, useClass: AnnounceInterceptor }],
})
export class EventsModule {}
