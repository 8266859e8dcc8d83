import { Controller, type MessageEvent, Module, Sse } from '@nestjs/common'
import { concatMap, defer, filter, finalize, interval, map, merge, of, takeUntil, type Observable } from 'rxjs'
import { AccessModule, Ctx, type Context, SessionsService, Needs } from '../access/index.js'
import type { Began } from '../contract/index.js'
import { Problem } from '../platform/problem.js'
import { ChangeListener } from './listener.js'

/** Often enough that no proxy takes the connection for dead. */
const BEAT_MS = 25_000
/** Pages of one person that one server process tells of changes. */
const MOST_STREAMS = 100

@Controller('projects/:project/events')
export class EventsController {
  /** Streams of this process that are open, by account. */
  private readonly open = new Map<number, number>()

  constructor(
    private readonly listener: ChangeListener,
    private readonly sessions: SessionsService,
  ) {}

  private openOf(accountId: number): number {
    return this.open.get(accountId) ?? 0
  }

  /**
   * Server-sent events. “began” at once, with the time since the last change; “change” with the topics that changed, “missed” when changes may have been lost, “beat” now and then.
   * @event Began | ChangeEvent
   */
  @Sse()
  @Needs('read')
  events(@Ctx() { project, caller }: Context): Observable<MessageEvent> {
    if (this.openOf(caller.accountId) >= MOST_STREAMS)
      throw new Problem('tooMany', 'streams', `${MOST_STREAMS} pages of yours are open already. Close some of them`, { retryAfterS: 30 })
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
    const counted = defer(() => {
      this.open.set(caller.accountId, this.openOf(caller.accountId) + 1)
      return began
    })
    return merge(changes, counted, beat.pipe(map((): MessageEvent => ({ type: 'beat', data: '' })))).pipe(
      takeUntil(over),
      finalize(() => {
        const left = this.openOf(caller.accountId) - 1
        if (left > 0) this.open.set(caller.accountId, left)
        else this.open.delete(caller.accountId)
      }),
    )
  }
}

@Module({
  imports: [AccessModule],
  controllers: [EventsController],
  providers: [ChangeListener],
  exports: [ChangeListener],
})
export class EventsModule {}
