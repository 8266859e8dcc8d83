import { Controller, type MessageEvent, Module, Sse } from '@nestjs/common'
import { concatMap, defer, filter, interval, map, merge, of, takeUntil, type Observable } from 'rxjs'
import { AccessModule, Ctx, type Context, SessionsService, Needs } from '../access/index.js'
import type { Began } from '../contract/index.js'
import { ChangeListener } from './listener.js'

/** Often enough that no proxy takes the connection for dead. */
const BEAT_MS = 25_000

@Controller('projects/:project/events')
export class EventsController {
  constructor(
    private readonly listener: ChangeListener,
    private readonly sessions: SessionsService,
  ) {}

  /**
   * Server-sent events. “began” at once, with the time since the last change; “change” with the topics that changed, “missed” when changes may have been lost, “beat” now and then.
   * @event Began | ChangeEvent
   */
  @Sse()
  @Needs('read')
  events(@Ctx() { project, caller }: Context): Observable<MessageEvent> {
    const changes = this.listener.changes.pipe(
      filter((change) => change === 'missed' || change.projectId === project.id),
      map((change): MessageEvent =>
        change === 'missed'
          ? { type: 'missed', data: '' }
          : {
              type: 'change',
              data: {
                topics: change.topics,
                ...(change.subjects && { subjects: change.subjects }),
                ...(change.live && { live: change.live }),
              },
            },
      ),
    )
    const began = defer(() => of<MessageEvent>({ type: 'began', data: { quietMs: this.listener.quietMs(project.id) } satisfies Began }))
    const beat = interval(BEAT_MS)
    // signed out, taken out of the project, or the token ended: so does the stream
    const over = merge(this.listener.access.pipe(filter((accountId) => accountId === caller.accountId)), beat).pipe(
      concatMap(() => this.sessions.maySee(caller, project.id)),
      filter((may) => !may),
    )
    return merge(changes, began, beat.pipe(map((): MessageEvent => ({ type: 'beat', data: '' })))).pipe(takeUntil(over))
  }
}

@Module({
  imports: [AccessModule],
  controllers: [EventsController],
  providers: [ChangeListener],
  exports: [ChangeListener],
})
export class EventsModule {}
